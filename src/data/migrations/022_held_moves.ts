import type { Knex } from "knex";

const NOW = "strftime('%Y-%m-%dT%H:%M:%fZ', 'now')";

/** The pieces that a job holds, taken from its line in the list; a line that does not read holds nothing. */
const pieces = (job: string) =>
  `select held.key as part_id, held.value as pieces
     from json_each(case when json_valid(${job}.summary) and json_type(${job}.summary, '$.holds') = 'object' then ${job}.summary else '{"holds":{}}' end, '$.holds') as held
    where held.type in ('integer', 'real') and held.value > 0`;

/** What a job holds otherwise than before, a line for each part. */
const moved = (job: string, changes: string, says: string, at: string) =>
  `insert into held_move (part_id, job_id, pieces, says, at, by)
     select change.part_id, ${job}.id, sum(change.pieces), coalesce(reason.says, ${says}), coalesce(reason.at, ${at}), coalesce(reason.by, '')
       from (${changes}) as change, shelf_reason as reason
      group by change.part_id having sum(change.pieces) <> 0;`;

const letGo = "select part_id, -pieces as pieces from held where job_id = old.id";
const hold = `insert or replace into held (part_id, job_id, pieces) select part_id, new.id, pieces from (${pieces("new")});`;

/**
 * What jobs put by of the shelf, and let go: a line for every change, so that the lines of a job and a part add up to what it holds,
 * whichever way its line was written. The lines stand, like those of what moved on the shelf.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("held_move", (table) => {
    table.increments("id");
    table.text("part_id").notNullable().index();
    table.text("job_id").notNullable();
    table.integer("pieces").notNullable();
    table.text("says").notNullable();
    table.text("at").notNullable();
    table.text("by").notNullable();
    table.check("pieces <> 0");
  });
  await knex.raw(
    `insert into held_move (part_id, job_id, pieces, says, at, by)
       select part_id, job_id, pieces, 'held when this list was begun', ${NOW}, '' from held`,
  );
  for (const trigger of ["job_holds", "job_holds_otherwise", "job_gone"]) await knex.raw(`drop trigger ${trigger}`);
  await knex.raw(
    `create trigger job_holds after insert on job begin
       ${moved("new", pieces("new"), "'taken in'", "new.updated_at")}
       ${hold}
     end`,
  );
  // A line that is only brought up to date leaves the job as it was touched last.
  await knex.raw(
    `create trigger job_holds_otherwise after update of summary on job begin
       ${moved("new", `${letGo} union all ${pieces("new")}`, "'changed in the books'", `case when new.updated_at <> old.updated_at then new.updated_at else ${NOW} end`)}
       delete from held where job_id = old.id;
       ${hold}
     end`,
  );
  await knex.raw(
    `create trigger job_gone after delete on job begin
       ${moved("old", letGo, "'the job is gone'", NOW)}
       delete from held where job_id = old.id;
     end`,
  );
  for (const deed of ["update", "delete"])
    await knex.raw(
      `create trigger held_move_stands_${deed} before ${deed} on held_move begin select raise(abort, 'what was held of the shelf stands'); end`,
    );
}
