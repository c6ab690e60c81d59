import type { Knex } from "knex";
import { text as readText } from "node:stream/consumers";
import { PathnameContext, SearchParamsContext } from "next/dist/shared/lib/hooks-client-context.shared-runtime";
import type { ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { prerenderToNodeStream } from "react-dom/static";
import { VERDICTS } from "@/core/fit/finding";
import { STAGE_NAMES, type StageName } from "@/core/job/stageNames";
import type { JobView } from "@/core/job/view";
import { NOW, openDemoShop } from "../../../tests/demoShop";
import { listJobs } from "@/data/jobs";
import { openJob } from "@/shop/jobView";
import { perform } from "@/shop/perform";
import { signedMoney } from "@/ui/format";
import { ALLOWED, ROLES, type Deed, type Who } from "@/core/people/roles";
import { NoticesProvider } from "../notices";
import { SettingsProvider } from "../settings";
import { JobScreen } from "./JobScreen";
import { Knots } from "@/ui/Knots";

let db: Knex;
let close: () => Promise<void>;
/** The demo's customers, each by a word that finds one job. */
const EVERYBODY = ["Maud", "Odo", "Perran", "Ivo", "Tegen", "Bryher", "Jory", "Keziah", "Silas", "Corentin", "Hester", "Wenna"];
const views = new Map<string, JobView>();

beforeAll(async () => {
  ({ db, close } = await openDemoShop());
  for (const name of EVERYBODY) views.set(name, (await openJob(db, (await listJobs(db, name, 1)).rows[0]!.id, NOW))!);
});
afterAll(() => close());

/** The address that the server was asked for. */
const At = ({ path, children }: { path: string; children: ReactNode }) => (
  <PathnameContext value={path}>
    <SearchParamsContext value={new URLSearchParams()}>{children}</SearchParamsContext>
  </PathnameContext>
);

const never = () => Promise.reject(new Error("not in this test"));

/** A stage as the server sends it, its code loaded, tags and comments taken out. */
async function page(view: JobView, stage: StageName, who: Who = null): Promise<string> {
  const wrong: unknown[] = [];
  // A stage with charts is drawn in the browser alone: that is no error.
  const onError = (error: unknown) => {
    if ((error as { digest?: string }).digest !== "BAILOUT_TO_CLIENT_SIDE_RENDERING") wrong.push(error);
  };
  const { prelude } = await prerenderToNodeStream(
    <At path={`/jobs/${view.job.id}/${stage.toLowerCase().replace(" ", "-")}`}>
      <NoticesProvider>
        <SettingsProvider createJob={() => Promise.resolve({ ok: false, says: "" })} who={who}>
          <JobScreen
            sent={JSON.stringify(view)}
            stage={stage}
            actOnJob={never}
            links={{ list: never, give: never, end: never }}
            invoicing={{ issue: never, credit: never }}
          />
        </SettingsProvider>
      </NoticesProvider>
    </At>,
    { onError },
  );
  expect(wrong).toEqual([]);
  return (await readText(prelude))
    .replace(/<(style|title|script)[\s\S]*?<\/\1>/g, " ")
    .replace(/<[^>]+>/g, " ")
    .replace(/&#x27;/g, "'")
    .replace(/&amp;/g, "&")
    .replace(/\s+/g, " ");
}

test.each(STAGE_NAMES)("%s renders whole for every job, with ticket, string and tally", async (stage) => {
  for (const view of views.values()) {
    const text = await page(view, stage);
    expect(text).toContain(view.job.wish.customer);
    for (const each of STAGE_NAMES) expect(text).toContain(each);
    for (const promise of view.promises) expect(text).toContain(promise.title);
    expect(text).not.toMatch(/NaN|undefined|\[object/);
  }
});

describe("Ask", () => {
  test("shows the wish as promises in words, and that the law is confirmed locally", async () => {
    const text = await page(views.get("Odo")!, "Ask");
    expect(text).toContain("The bike weighs 36 kg or less");
    expect(text).toContain("Assist ends at 25 km/h");
    expect(text).toContain("confirm locally");
  });
});

describe("Survey", () => {
  test("a fresh job begins at the first item of the walk", async () =>
    expect(await page(views.get("Wenna")!, "Survey")).toContain("Frame What the frame is"));
  test("a job with an uncertain finding begins at the least sure reading that settles it", async () =>
    expect(await page(views.get("Perran")!, "Survey")).toMatch(/First stay point, outboard .*settles 1 check/));
  test("what was measured stands in the list with its unit", async () =>
    expect(await page(views.get("Odo")!, "Survey")).toContain("Crank to rear axle 1150 mm"));
});

describe("Fit", () => {
  test("every finding is listed with its sentence; the open ones are numbered and come first", async () => {
    const view = views.get("Perran")!;
    const text = await page(view, "Fit");
    for (const finding of view.findings) expect(text).toContain(finding.title);
    expect(text).toContain(`${view.findings.length} checks`);
    expect(text.indexOf("Chain angle")).toBeLessThan(text.indexOf("Volts window"));
  });
  test("a remedy shows what it costs and takes before it is accepted", async () => {
    const view = views.get("Perran")!;
    const remedy = view.findings[0]!.remedies[0]!;
    const text = await page(view, "Fit");
    expect(text).toContain(remedy.title);
    // The typeface's thin spaces are plain ones in the text here.
    expect(text).toContain(signedMoney(remedy.would.priceMinor, view.sheet.currency).replace(/\s/g, " "));
  });
  test("a safety stop offers the ways out and no override", async () => {
    const text = await page(views.get("Ivo")!, "Fit");
    expect(text).toContain("Show the ways out");
    expect(text).toContain("What would lift it:");
    expect(text).toContain("A safety stop");
    expect(text).not.toContain("Override this rule of thumb");
  });
  test("a rule of thumb may be overridden", async () =>
    expect(await page(views.get("Perran")!, "Fit")).toContain("Override this rule of thumb"));
});

describe("Sheet and Order", () => {
  test("every line has its reason; the kit's contents are no extra price", async () => {
    const text = await page(views.get("Maud")!, "Sheet");
    expect(text).toContain("Torque arms: 2 torque arms");
    expect(text).toContain("Front hub 250, laced in 622");
    expect(text).toContain("in the kit");
    expect(text).toContain("A stands : accepted by Maud Tolliver");
  });
  test("a placed order shows who placed it and what for; what is left is still to place", async () => {
    const text = await page(views.get("Odo")!, "Order");
    expect(text).toContain("placed Fri 13 Nov 2026 by Tamsin");
    expect(text).toContain("Chain length and chains: 2 new chains, joined");
    expect(text).toContain("Mark as placed");
  });
  test("nothing is ordered over a stop", async () =>
    expect(await page(views.get("Ivo")!, "Order")).toContain("nothing is ordered until that is settled"));
  test("an order that the build does not want any more is told", async () => {
    const view = views.get("Odo")!;
    const answer = await perform(
      db,
      {
        jobId: view.job.id,
        version: view.job.version,
        by: "",
        command: { do: "choose", slot: "battery", partId: "bat-48-11-dt" },
      },
      NOW,
    );
    if (!answer.ok) throw new Error(answer.error.says);
    expect(await page(answer.view, "Order")).toContain("the build does not want it any more: Pack 48 V 14 Ah, down tube");
  });
});

describe("Build", () => {
  test("the next step stands large with its torques, tools and cautions", async () => {
    const text = await page(views.get("Odo")!, "Build");
    expect(text).toContain("16 steps left before it can be signed");
    expect(text).toContain("a part is not here yet");
    expect(text).toContain("Take in, survey, photograph, sign the checklist");
  });
  test("a signed one says by whom", async () => expect(await page(views.get("Maud")!, "Build")).toContain("Signed by Tamsin"));
  test("without a motor there is no work order", async () =>
    expect(await page(views.get("Wenna")!, "Build")).toContain("No work order yet"));
});

test("the string of a hang-tag shows each knot by its own shape", async () => {
  const knot = (state: string) =>
    renderToStaticMarkup(<Knots stages={[{ name: "Fit", knot: state, undone: 3 }]} />).replace(
      /title="[^"]*"|class="[^"]*"/g,
      "",
    );
  expect(new Set(["open", "half", "tied"].map(knot)).size).toBe(3);
  expect(VERDICTS).toHaveLength(4);
});

/** Words on what a role is offered, and where: the deed behind them decides who reads them. */
const OFFERS: readonly (readonly [stage: StageName, words: string, deed: Deed, whose: string])[] = [
  ["Ask", "To read: owner or counter changes it.", "edit wish", "Maud"],
  ["Fit", "Accept", "accept", "Silas"],
  ["Fit", "Refuse", "refuse", "Silas"],
  ["Sheet", "Give it to the customer", "give sheet", "Maud"],
  ["Sheet", "Link for the customer", "customer's link", "Maud"],
  ["Order", "Mark as placed", "place order", "Perran"],
  ["Build", "Sign the work order", "sign", "Perran"],
  ["Survey", "Keep, next", "measure", "Perran"],
];

test.each(OFFERS)("%s offers “%s” to whoever may, and to nobody else", async (stage, words, deed, whose) => {
  for (const role of ROLES) {
    const text = await page(views.get(whose)!, stage, { name: "Tam", role });
    // A line that says whose it is stands where it is not offered.
    const offered = words.startsWith("To read") ? !text.includes(words) : text.includes(words);
    expect([role, offered]).toEqual([role, ALLOWED[deed].includes(role)]);
  }
});
