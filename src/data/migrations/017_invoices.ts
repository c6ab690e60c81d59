import type { Knex } from "knex";

/** Invoices and credit notes as they were issued: numbered without a gap, never changed, never taken out. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("invoice", (table) => {
    table.integer("serial").primary();
    table.text("job_id").notNullable().index();
    table.text("issued_at").notNullable();
    table.text("body").notNullable();
    table.text("request").nullable().unique();
    table.check("json_valid(body)");
    table.check("serial > 0");
  });
  for (const deed of ["update", "delete"])
    await knex.raw(
      `create trigger invoice_stands_${deed} before ${deed} on invoice begin select raise(abort, 'an invoice that was issued stands'); end`,
    );
}
