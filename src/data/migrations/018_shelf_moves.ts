import type { Knex } from "knex";

const NOW = "strftime('%Y-%m-%dT%H:%M:%fZ', 'now')";
const move = (pieces: string) =>
  `insert into shelf_move (part_id, pieces, there, says, at, by, cost_minor)
     select new.id, ${pieces}, new.in_stock, coalesce(says, 'changed in the books'), coalesce(at, ${NOW}), coalesce(by, ''), cost_minor
       from shelf_reason`;

/**
 * What moved on the shelf: a line for every change of a part's count, so that the lines of a part add up to it, whichever way it was
 * changed. Whoever changes it says why beforehand; who does not is noted all the same. A line stands as long as its part does.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("shelf_move", (table) => {
    table.increments("id");
    table.text("part_id").notNullable().index();
    table.integer("pieces").notNullable();
    table.integer("there").notNullable();
    table.text("says").notNullable();
    table.text("at").notNullable();
    table.text("by").notNullable();
    table.integer("cost_minor").nullable();
    table.check("pieces <> 0");
    table.check("there >= 0");
  });
  await knex.schema.createTable("shelf_reason", (table) => {
    table.text("says").nullable();
    table.text("at").nullable();
    table.text("by").nullable();
    table.integer("cost_minor").nullable();
  });
  await knex.raw("insert into shelf_reason default values");
  await knex.raw(
    `insert into shelf_move (part_id, pieces, there, says, at, by)
       select id, in_stock, in_stock, 'there when this list was begun', ${NOW}, '' from part where in_stock > 0`,
  );
  await knex.raw(`create trigger part_comes after insert on part when new.in_stock <> 0 begin ${move("new.in_stock")}; end`);
  await knex.raw(
    `create trigger part_moves after update of in_stock on part when old.in_stock <> new.in_stock
       begin ${move("new.in_stock - old.in_stock")}; end`,
  );
  await knex.raw("create trigger part_goes after delete on part begin delete from shelf_move where part_id = old.id; end");
  await knex.raw(
    "create trigger move_stands before update on shelf_move begin select raise(abort, 'what moved on the shelf stands'); end",
  );
  await knex.raw(
    `create trigger move_stays before delete on shelf_move when exists (select 1 from part where id = old.part_id)
       begin select raise(abort, 'what moved on the shelf stands'); end`,
  );
}
