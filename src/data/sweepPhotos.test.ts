import { mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { randomUUID } from "node:crypto";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createJob } from "@/shop/createJob";
import { perform } from "@/shop/perform";
import { openDatabase } from "./connection";
import { findJob } from "./jobs";
import { sweepPhotos } from "./sweepPhotos";

const NOW = "2026-11-25T09:00:00.000Z";

test("pictures that no job names and no undo brings back go after a day; all others stay", async () => {
  const folder = mkdtempSync(join(tmpdir(), "gull-sweep-"));
  const file = join(folder, "shop.sqlite");
  const photos = join(folder, "photos");
  mkdirSync(photos);
  const db = await openDatabase(file);
  const made = await createJob(db, { customer: "Merryn", bike: "", by: "" }, NOW);
  if (!made.ok) throw new Error(made.error);
  const act = async (command: object) =>
    perform(db, { jobId: made.value, version: (await findJob(db, made.value))!.version, by: "", command }, NOW);
  const [kept, dropped, orphan, young] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  const photo = (id: string) => ({ do: "keep photo", photo: { id, item: null, widthPx: 1, heightPx: 1, says: "" } });
  for (const id of [kept, dropped]) expect(await act(photo(id))).toMatchObject({ ok: true });
  expect(await act({ do: "drop photo", id: dropped })).toMatchObject({ ok: true });
  await db.destroy();
  const put = (name: string, hours: number) => {
    writeFileSync(join(photos, name), "x");
    const at = Date.parse(NOW) / 1000 - hours * 3600;
    utimesSync(join(photos, name), at, at);
  };
  for (const id of [kept, dropped, orphan]) put(`${id}.webp`, 30);
  put(`${young}.webp`, 2);
  put(`${randomUUID()}.webp.part`, 30);
  put("notes.txt", 30);
  expect(await sweepPhotos(file, NOW)).toBe(2);
  expect(readdirSync(photos).sort()).toEqual([`${kept}.webp`, `${dropped}.webp`, `${young}.webp`, "notes.txt"].sort());
  expect(await sweepPhotos(file, NOW)).toBe(0);
  rmSync(folder, { recursive: true });
});

test("a shop without photographs has nothing to sweep", async () =>
  expect(await sweepPhotos("/nowhere/shop.sqlite", NOW)).toBe(0));
