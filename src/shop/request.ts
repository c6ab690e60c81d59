import { z } from "zod";

/** Names one wish of somebody's, made where it was made: sent again because no answer came, it is not done again. */
export const requestSchema = z.string().regex(/^[a-z0-9-]{12,40}$/);
