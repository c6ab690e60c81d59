import { z } from "zod";

/** Fields that kept records share: a text of so many letters at most, a part's number, when and by whom. */
export const text = (most: number) => z.string().trim().max(most, `must be at most ${most} letters`);

export const partId = z.string().max(60);

export const stamp = { at: z.iso.datetime({ offset: true }), by: text(40) };
