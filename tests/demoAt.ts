import { openDatabase } from "@/data/connection";
import { loadDemo } from "@/shop/loadDemo";

// The demo as of a day, into a file: `tsx tests/demoAt.ts FILE TIME`.
const [file, now] = process.argv.slice(2);
const db = await openDatabase(file!);
await loadDemo(db, now!);
await db.destroy();
