import type { Knex } from "knex";

/** What has versions and a history beside the jobs: a part by its number, a supplier by its short name, the house rules, the bench's people and places, and its plan, as one each. */
export type RecordKind = "part" | "house" | "supplier" | "prices" | "floor" | "plan";

type Row = {
  kind: RecordKind;
  record_id: string;
  version: number;
  at: string;
  by: string;
  says: string;
  before: string;
  after: string;
};

/** One change of a record, with what stood before it: what undo puts back. */
export type RecordLine = {
  readonly version: number;
  readonly at: string;
  readonly by: string;
  readonly says: string;
  readonly before: unknown;
};

export async function appendRecord(
  db: Knex,
  event: Omit<RecordLine, "before"> & { kind: RecordKind; recordId: string; before: unknown; after: unknown },
): Promise<void> {
  const { recordId, before, after, ...rest } = event;
  await db<Row>("record_event").insert({
    ...rest,
    record_id: recordId,
    before: JSON.stringify(before ?? null),
    after: JSON.stringify(after ?? null),
  });
}

/** The changes of a record after a version, the newest first. */
export async function recordHistory(db: Knex, kind: RecordKind, recordId: string, since = 0, limit = 20): Promise<RecordLine[]> {
  const rows = await db<Row>("record_event")
    .where({ kind, record_id: recordId })
    .andWhere("version", ">", since)
    .orderBy("version", "desc")
    .limit(limit);
  return rows.map(({ version, at, by, says, before }) => ({ version, at, by, says, before: JSON.parse(before) as unknown }));
}

export async function recordVersion(db: Knex, kind: RecordKind, recordId: string): Promise<number> {
  const row = await db<Row>("record_event")
    .where({ kind, record_id: recordId })
    .max<{ top: number | null }[]>({ top: "version" });
  return row[0]?.top ?? 0;
}
