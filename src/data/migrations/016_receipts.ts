import type { Knex } from "knex";

/** A field of an order's document; null where it does not read. */
const of = (row: string, field: string) => `case when json_valid(${row}.body) then json_extract(${row}.body, '$.${field}') end`;
const COUNT = "update receipt_count set changes = changes + 1";

/**
 * How often it changed what came when: lead times are seen from it, and promised days hang on them. The database counts by itself,
 * whichever way an order is written.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("create table receipt_count (changes integer not null)");
  await knex.raw("insert into receipt_count (changes) values (1)");
  await knex.raw(
    `create trigger order_came after insert on purchase_order when ${of("new", "arrived.at")} is not null begin ${COUNT}; end`,
  );
  await knex.raw(
    `create trigger order_came_otherwise after update on purchase_order
       when ${of("old", "arrived.at")} is not ${of("new", "arrived.at")} or ${of("old", "off.at")} is not ${of("new", "off.at")}
       begin ${COUNT}; end`,
  );
  await knex.raw(
    `create trigger order_gone after delete on purchase_order when ${of("old", "arrived.at")} is not null begin ${COUNT}; end`,
  );
  await knex.raw(`create trigger purchase_came after insert on purchase when new.closed = 1 begin ${COUNT}; end`);
  await knex.raw(
    `create trigger purchase_came_otherwise after update on purchase when old.closed <> new.closed begin ${COUNT}; end`,
  );
}
