import type { FrozenSheet } from "./frozenSheet";
import type { Sheet } from "./sheet";

/** A sheet without its plan: what is still to be bought is never frozen. */
export function frozenOf({ plan: _plan, lines, taxes, labour, ...rest }: Sheet): FrozenSheet {
  return { ...rest, taxes: [...taxes], labour: [...labour], lines: lines.map((line) => ({ ...line })) };
}
