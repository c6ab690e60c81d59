import type { Knex } from "knex";
import * as firstShop from "./001_shop";
import * as wholeBike from "./002_whole_bike";
import * as road from "./003_road";
import * as gives from "./004_gives";
import * as ridersAndPlugs from "./005_riders_and_plugs";
import * as freeOffers from "./006_free_offers";
import * as ownParts from "./007_own_parts";
import * as people from "./008_people";
import * as versions from "./009_versions";
import * as jobLine from "./010_job_line";
import * as held from "./011_held";
import * as terms from "./012_terms";
import * as purchase from "./013_purchase";
import * as keep from "./014_keep";
import * as offerNumber from "./015_offer_number";
import * as receipts from "./016_receipts";
import * as invoices from "./017_invoices";
import * as shelfMoves from "./018_shelf_moves";
import * as offers from "./019_offers";
import * as used from "./020_used";
import * as fitted from "./021_fitted";
import * as heldMoves from "./022_held_moves";
import * as jobSearch from "./023_job_search";
import * as keepUpTo from "./024_keep_up_to";
import * as atMost from "./025_at_most";
import * as bench from "./026_bench";
import * as lateDay from "./027_late_day";
import * as logbook from "./028_logbook";
import * as calendarLink from "./029_calendar_link";

type Migration = { name: string; up: (knex: Knex) => Promise<void>; down: (knex: Knex) => Promise<void> };

const forwardsOnly = () => Promise.reject(new Error("migrations run forwards only"));

/** Forwards only, in this order; a name that was released is never changed. */
const MIGRATIONS: Migration[] = [
  { name: "001_shop", ...firstShop, down: forwardsOnly },
  { name: "002_whole_bike", ...wholeBike, down: forwardsOnly },
  { name: "003_road", ...road, down: forwardsOnly },
  { name: "004_gives", ...gives, down: forwardsOnly },
  { name: "005_riders_and_plugs", ...ridersAndPlugs, down: forwardsOnly },
  { name: "006_free_offers", ...freeOffers, down: forwardsOnly },
  { name: "007_own_parts", ...ownParts, down: forwardsOnly },
  { name: "008_people", ...people, down: forwardsOnly },
  { name: "009_versions", ...versions, down: forwardsOnly },
  { name: "010_job_line", ...jobLine, down: forwardsOnly },
  { name: "011_held", ...held, down: forwardsOnly },
  { name: "012_terms", ...terms, down: forwardsOnly },
  { name: "013_purchase", ...purchase, down: forwardsOnly },
  { name: "014_keep", ...keep, down: forwardsOnly },
  { name: "015_offer_number", ...offerNumber, down: forwardsOnly },
  { name: "016_receipts", ...receipts, down: forwardsOnly },
  { name: "017_invoices", ...invoices, down: forwardsOnly },
  { name: "018_shelf_moves", ...shelfMoves, down: forwardsOnly },
  { name: "019_offers", ...offers, down: forwardsOnly },
  { name: "020_used", ...used, down: forwardsOnly },
  { name: "021_fitted", ...fitted, down: forwardsOnly },
  { name: "022_held_moves", ...heldMoves, down: forwardsOnly },
  { name: "023_job_search", ...jobSearch, down: forwardsOnly },
  { name: "024_keep_up_to", ...keepUpTo, down: forwardsOnly },
  { name: "025_at_most", ...atMost, down: forwardsOnly },
  { name: "026_bench", ...bench, down: forwardsOnly },
  { name: "027_late_day", ...lateDay, down: forwardsOnly },
  { name: "028_logbook", ...logbook, down: forwardsOnly },
  { name: "029_calendar_link", ...calendarLink, down: forwardsOnly },
];

export const migrationSource = {
  getMigrations: () => Promise.resolve(MIGRATIONS),
  getMigrationName: (migration: Migration) => migration.name,
  getMigration: (migration: Migration) => Promise.resolve(migration),
};
