import type { Knex } from "knex";

/** Which piece went into which bike, by the number on its label: a piece is in one bike alone. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("fitted_piece", (table) => {
    table.text("part_id").notNullable();
    /** As it is compared: no spaces, capitals. */
    table.text("plain").notNullable();
    table.text("job_id").notNullable().references("job.id").onDelete("CASCADE").index();
    table.primary(["part_id", "plain"]);
  });
}
