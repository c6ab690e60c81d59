import type { Knex } from "knex";

/** What a wish holds since the rider's own power and the charging time are asked. */
const NEW_IN_WISH = { chargeHours: null, riderW: null };

/** Plugs are named by their pins and what they carry; before, a size code stood for them. */
const PLUG_NAMES: Readonly<Record<string, string>> = {
  "polarised 30": "round pins 2.0 mm, 15 A",
  "polarised 60": "round pins 3.5 mm, 30 A",
  "polarised 90": "round pins 4.5 mm, 45 A",
  "two-pole 15": "flat contacts, 15 A",
  "two-pole 30": "flat contacts, 30 A",
  "two-pole 45": "flat contacts, 45 A",
  "barrel 5.5": "coaxial barrel, 3 A",
  "blade pair": "slide-in blades, 20 A",
  "three-pole charge": "three charge pins, 5 A",
};
const PLUG_FIELDS = ["plug", "family", "chargePlug", "motorPlug", "controlPlug"];

/** The motor seats of before were free words; the demo's own is one of the list now. */
const SEAT_NAMES: Readonly<Record<string, string>> = { "four-bolt seat, 3°": "four bolts, tilted" };

export async function up(knex: Knex): Promise<void> {
  for (const { id, spec } of (await knex("part").select("id", "spec")) as { id: string; spec: string }[]) {
    const sheet = JSON.parse(spec) as Record<string, unknown>;
    for (const field of PLUG_FIELDS) sheet[field] = PLUG_NAMES[String(sheet[field])] ?? sheet[field];
    if (typeof sheet.frameInterface === "string") sheet.frameInterface = SEAT_NAMES[sheet.frameInterface] ?? sheet.frameInterface;
    const renamed = JSON.stringify(sheet);
    if (renamed !== spec) await knex("part").where({ id }).update({ spec: renamed });
  }
  for (const { id, body } of (await knex("job").select("id", "body")) as { id: string; body: string }[]) {
    const job = JSON.parse(body) as { wish: Record<string, unknown> };
    await knex("job")
      .where({ id })
      .update({ body: JSON.stringify({ ...job, wish: { ...NEW_IN_WISH, ...job.wish } }) });
  }
}
