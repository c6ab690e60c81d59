import { BenchScreen } from "@/screens/bench/BenchScreen";
import { benchForPage } from "@/server/benchForPage";
import {
  calendars,
  endCalendar,
  freezeOnBench,
  giveCalendar,
  keepBenchPlan,
  keepFloor,
  moveOnBench,
  takeBenchBack,
} from "../actions";

export const dynamic = "force-dynamic";

export default async function BenchPlace() {
  const first = await benchForPage();
  return (
    <BenchScreen
      first={first.ok ? { page: first.value } : { says: first.error }}
      does={{ keepPlan: keepBenchPlan, takeBack: takeBenchBack, freeze: freezeOnBench, move: moveOnBench, keepFloor }}
      calendars={{ list: calendars, give: giveCalendar, end: endCalendar }}
    />
  );
}
