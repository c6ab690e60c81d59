import { existsSync, mkdtempSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { backupsBeside, copiesOf, copyFileAt, dropOldCopies, isCopyDue } from "./backups";

const folder = mkdtempSync(join(tmpdir(), "gull-copies-"));
afterAll(() => rmSync(folder, { recursive: true }));
const shop = join(folder, "shop.sqlite");
const day = (n: number) => new Date(Date.UTC(2026, 0, 1 + n, 3)).toISOString();

test("a copy is due at first and a day after the last one, after a clock that was put back too; the last fourteen stay", () => {
  expect(copiesOf(shop)).toEqual([]);
  expect(isCopyDue(shop, day(0))).toBe(true);
  for (let n = 0; n < 20; n += 1) writeFileSync(copyFileAt(shop, day(n)), "a copy");
  writeFileSync(join(backupsBeside(shop), "notes.txt"), "not a copy");
  expect(statSync(backupsBeside(shop)).mode & 0o777).toBe(0o700);
  expect(copiesOf(shop)[0]).toEqual({ name: "gull-2026-01-20T03-00-00.backup", at: "2026-01-20T03:00:00Z", bytes: 6 });
  expect(isCopyDue(shop, "2026-01-21T02:59:00.000Z")).toBe(false);
  expect(isCopyDue(shop, "2026-01-21T03:00:00.000Z")).toBe(true);
  expect(isCopyDue(shop, "2025-06-01T03:00:00.000Z")).toBe(true);
  dropOldCopies(shop);
  expect(copiesOf(shop).map(({ at }) => at)).toEqual(Array.from({ length: 14 }, (_, i) => day(19 - i).replace(".000", "")));
  expect(existsSync(join(backupsBeside(shop), "notes.txt"))).toBe(true);
});
