import type { Knex } from "knex";

const NOW = "coalesce((select at from shelf_reason), strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))";
const SAME =
  "part_id = new.part_id and supplier_id = new.supplier_id and pack_size = new.pack_size and at_least = coalesce(new.at_least, 1)";

/**
 * Where a part lies. From how many packs on a price is asked, from when and until when it holds, and what follows a part that is sold no more. And every
 * price that was ever asked, whichever way it came into the books: a line wherever it is another one than the last.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("part", (table) => {
    table.text("bin").nullable();
  });
  await knex.schema.alterTable("offer", (table) => {
    table.integer("at_least").nullable();
    table.text("valid_from").nullable();
    table.text("valid_to").nullable();
    table.text("followed_by").nullable();
    table.dropUnique(["part_id", "supplier_id", "pack_size"]);
  });
  await knex.raw(
    `create unique index one_offer on offer
       (part_id, supplier_id, pack_size, coalesce(at_least, 1), coalesce(valid_from, ''))`,
  );
  await knex.schema.createTable("price_seen", (table) => {
    table.increments("id");
    table.text("part_id").notNullable();
    table.text("supplier_id").notNullable();
    table.integer("pack_size").notNullable();
    table.integer("at_least").notNullable();
    table.integer("price_minor").notNullable();
    table.text("currency").notNullable();
    table.text("at").notNullable();
    table.index(["part_id", "supplier_id", "pack_size", "at_least"]);
  });
  await knex.raw(
    `insert into price_seen (part_id, supplier_id, pack_size, at_least, price_minor, currency, at)
       select part_id, supplier_id, pack_size, 1, price_minor, currency, ${NOW} from offer`,
  );
  await knex.raw(
    `create trigger price_comes after insert on offer
       when not exists (
         select 1 from price_seen where id = (select max(id) from price_seen where ${SAME})
           and price_minor = new.price_minor and currency = new.currency)
       begin
         insert into price_seen (part_id, supplier_id, pack_size, at_least, price_minor, currency, at)
           values (new.part_id, new.supplier_id, new.pack_size, coalesce(new.at_least, 1), new.price_minor, new.currency, ${NOW});
       end`,
  );
  await knex.raw("create trigger prices_go after delete on part begin delete from price_seen where part_id = old.id; end");
}
