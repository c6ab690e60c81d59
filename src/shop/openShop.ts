/** What the pages and routes open the shop with; the rest of the data layer is reached through the use cases. */
export { database, NoShop } from "@/data/connection";
export { troubleOf } from "@/data/trouble";
export { jobList } from "./jobList";
