import type { Knex } from "knex";

/** A field of an order's document; null where it does not read. */
const of = (row: string, field: string) => `case when json_valid(${row}.body) then json_extract(${row}.body, '$.${field}') end`;
/** Another one each time, and none twice: what a transaction saw that was rolled back is never taken for what stands. */
const STAMP = "update receipt_stamp set stamp = abs(random() % 9007199254740991)";

/**
 * A stamp that changes with what came when: lead times are seen from it, and promised days hang on them. The database sees to it by
 * itself, whichever way an order is written.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw("create table receipt_stamp (stamp integer not null)");
  await knex.raw("insert into receipt_stamp (stamp) values (1)");
  await knex.raw(
    `create trigger order_came after insert on purchase_order when ${of("new", "arrived.at")} is not null begin ${STAMP}; end`,
  );
  await knex.raw(
    `create trigger order_came_otherwise after update on purchase_order
       when ${of("old", "arrived.at")} is not ${of("new", "arrived.at")} or ${of("old", "off.at")} is not ${of("new", "off.at")}
       begin ${STAMP}; end`,
  );
  await knex.raw(
    `create trigger order_gone after delete on purchase_order when ${of("old", "arrived.at")} is not null begin ${STAMP}; end`,
  );
  await knex.raw(`create trigger purchase_came after insert on purchase when new.closed = 1 begin ${STAMP}; end`);
  await knex.raw(
    `create trigger purchase_came_otherwise after update on purchase when old.closed <> new.closed begin ${STAMP}; end`,
  );
}
