import { z } from "zod";
import { ROLES, type Role } from "./roles";
import { LONGEST_SECRET } from "./secret";

const name = z
  .string()
  .normalize("NFC")
  .trim()
  .min(1, "The name is wanted.")
  .max(40, "The name is too long: 40 letters at most.");
const secret = z.string().max(LONGEST_SECRET, `At most ${LONGEST_SECRET} letters.`);
const role = z.enum(ROLES, "Say which role.");
/** Somebody as the owner sees them. */
export type PersonView = {
  readonly id: number;
  readonly name: string;
  readonly role: Role;
  readonly left: boolean;
  readonly since: string;
  /** Machines that they are signed in at, and when the last one was seen. */
  readonly signedIn: number;
  readonly seenAt: string | null;
};

export const peopleChangeSchema = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("add"), name, role, secret }),
  z.strictObject({ do: z.literal("role"), id: z.int(), role }),
  z.strictObject({ do: z.literal("secret"), id: z.int(), secret }),
  z.strictObject({ do: z.literal("sign out"), id: z.int() }),
  z.strictObject({ do: z.literal("leave"), id: z.int() }),
  z.strictObject({ do: z.literal("come back"), id: z.int() }),
]);
/** What an owner asks for. */
export type PeopleChange = z.input<typeof peopleChangeSchema>;
export type Change = z.output<typeof peopleChangeSchema>;

export const signInSchema = z.strictObject({ name, secret });
/** With the key that was printed at the first start. */
export const firstOwnerSchema = z.strictObject({ key: z.string().trim().max(LONGEST_SECRET), name, secret });
export const ownSecretSchema = z.strictObject({ old: secret, secret });
