/** What the pages and routes open the shop with; the rest of the data layer is reached through the use cases. */
export { database } from "@/data/connection";
export { jobList } from "./jobList";
