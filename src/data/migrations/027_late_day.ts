import type { Knex } from "knex";

/** A wish says what a day costs by which the bike is late, where that is not what the shop says of all. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    "update job set body = json_set(body, '$.wish.lateDayMinor', null) where json_valid(body) and json_type(body, '$.wish') = 'object'",
  );
  // Lines of before are worked out again, so that it comes to be in them.
  await knex.raw("update job set summary = json_set(summary, '$.stamp', '') where json_valid(summary)");
}
