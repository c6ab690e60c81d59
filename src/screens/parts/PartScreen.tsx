"use client";

import { Input, Select } from "antd";
import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { recordMerged } from "@/core/figures/merged";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { Field, NumberBox } from "@/ui/boxes";
import { useDraft, useInBrowser } from "@/ui/useDraft";
import type { Supplier } from "@/core/parts/part";
import { CELL_VOLTS, packVolts } from "@/core/power/batteryPack";
import { exampleAt } from "@/core/parts/examples";
import { Figures } from "@/ui/figures/Figures";
import { nothingIn, partedByNeed, type FieldSchema } from "@/core/figures/schema";
import { KIND_NAMES, kindNamed, PART_KINDS, type PartKind } from "@/core/parts/kinds";
import { isDrawn, PartView } from "@/draw/PartView";
import { formatNumber } from "@/core/units/formatQuantity";
import { Changes, type RecordLine } from "../Changes";
import { Fields } from "../Only";
import { useSettings } from "../settings";
import { PartBeside, type Beside } from "./PartBeside";
import { KitBox, type InKit } from "./KitBox";
import { Offers } from "./Offers";
import { PickPart } from "./PickPart";
import { Shelf, type CountOnShelf, type ShelfOf } from "./Shelf";
import "./parts.css";

type Issue = { path: string; message: string };
type Raw = Record<string, unknown>;
export type KeepPart = (
  raw: unknown,
  version: number | null,
  by: string,
) => Promise<{ ok: true; id: string } | { ok: false; issues: Issue[]; stale?: { version: number; now: Raw } }>;
type Page = {
  raw: Raw;
  issues: Issue[];
  /** The same in a sentence, told by the labels of the fields. */
  says: string;
  /** The figures of its kind. */
  figures: FieldSchema;
  suppliers: Supplier[];
  /** Parts of a kit, by number. */
  contents: InKit;
  /** As it was read; null for a new one */
  version: number | null;
  history: readonly RecordLine[];
  /** null for a new one. */
  shelf: ShelfOf | null;
} & Beside;

/** A part's page: its head, its spec field by field from the one schema, and who sells it. What is wrong stands at its field. */
export function PartScreen({
  page,
  isNew,
  keepPart,
  countOnShelf,
}: {
  page: Page;
  isNew: boolean;
  keepPart: KeepPart;
  countOnShelf: CountOnShelf;
}) {
  const fresh = useMemo(() => (isNew ? { ...page.raw, spec: nothingIn(page.figures) } : page.raw), [page, isNew]);
  // What somebody else stored meanwhile, until the page is read anew.
  const [theirs, setTheirs] = useState<{ raw: Raw; version: number } | null>(null);
  const stands = theirs && theirs.version > (page.version ?? 0) ? theirs : { raw: fresh, version: page.version };
  // A form half filled in is there again after a reload; the number of a customer's own part is made anew each time.
  const of = useDraft(
    isNew ? `new part ${String(page.raw.kind)} ${String(page.raw.onlyFor ?? "")}` : `part ${String(page.raw.id)}`,
    JSON.stringify(stands.raw),
  );
  const part = useMemo(() => JSON.parse(of.text) as Raw, [of.text]);
  const setPart = (next: Raw) => of.put(JSON.stringify(next));
  const [issues, setIssues] = useState(page.issues);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  // Boxes keep what is typed; put back or merged, they show it afresh.
  const { may, by, turned } = useSettings();
  const [turn, setTurn] = useState(0);
  // The figure that is being typed: it stands out in the drawing.
  const [pointed, setPointed] = useState<string | null>(null);
  const inBrowser = useInBrowser();
  const router = useRouter();
  // Come from a job's finding: the way back is kept.
  const from = useSearchParams().get("back") ?? "";
  const back = from.startsWith("/jobs/") ? from : null;
  const kind = kindNamed(part.kind);
  const figures = useFigures(kind, kindNamed(page.raw.kind), page.figures);
  const fields = figures.properties ?? {};
  const spec = (typeof part.spec === "object" && part.spec !== null ? part.spec : {}) as Raw;
  const set = (key: string, value: unknown) => setPart({ ...part, [key]: value });
  const wrong = (path: string) =>
    issues
      .filter((issue) => issue.path === path || issue.path.startsWith(`${path}.`))
      .map((issue) => issue.message)
      .join("; ");
  const exactly = (path: string) =>
    issues
      .filter((issue) => issue.path === path)
      .map((issue) => issue.message)
      .join("; ");
  const save = async (what: Raw = part) => {
    setBusy(true);
    setSays("");
    const sent = JSON.stringify(what);
    const answer = await asOneWish(sent, () => keepPart(what, stands.version, by)).catch(async () => ({
      ok: false as const,
      issues: [{ path: "", message: (await whyNoAnswer()).says }],
    }));
    setBusy(false);
    if (!answer.ok && "stale" in answer && answer.stale) {
      setPart(recordMerged(stands.raw, what, answer.stale.now, "spec"));
      setTheirs({ raw: answer.stale.now, version: answer.stale.version });
      setTurn(turn + 1);
    }
    if (!answer.ok) {
      setIssues(answer.issues);
      return setSays(
        `Not stored: ${answer.issues.length} ${answer.issues.length === 1 ? "field is" : "fields are"} wrong.${answer.issues
          .filter((i) => i.path === "")
          .map((i) => ` ${i.message}`)
          .join("")}`,
      );
    }
    setIssues([]);
    of.stored(sent);
    setSays("Stored.");
    if (isNew) router.push(`/parts/${answer.id}${back ? `?back=${encodeURIComponent(back)}` : ""}`);
    else router.refresh();
  };
  // The newest change that there was something before is taken back by storing that again: the history goes on.
  const undoes = isNew ? null : ((page.history[0]?.before ?? null) as Raw | null);
  // What a customer brings has a label and seldom a sheet: what must be known stands first, the rest opens.
  const short = part.onlyFor !== undefined;
  const parted = partedByNeed(figures);
  const ofSpec = {
    value: spec,
    onChange: (next: Raw) => set("spec", next),
    place: {
      path: "spec",
      wrong: exactly,
      beside: (path: string, value: unknown) => besideOf(path, value, page.contents, spec),
      pick: (path: string, value: unknown, onChange: (value: unknown) => void, label: string, wrong: boolean) =>
        kind === "kit" && path.endsWith(".partId") ? (
          <PickPart
            value={typeof value === "string" ? value : ""}
            name={page.contents[String(value)]?.name}
            label={label}
            wrong={wrong}
            onPick={onChange}
          />
        ) : null,
      example: (path: string) => exampleAt(kind, path.split(".").slice(1)),
    },
  };
  const unknown = Object.keys(spec).filter((key) => !(key in fields));
  return (
    <div className="page part-page">
      <p className="part-ways">
        <Link prefetch={false} href={`/parts?kind=${kind}`}>
          All parts of this kind
        </Link>
        {back && (
          <Link prefetch={false} href={back}>
            Back to the job
          </Link>
        )}
        <span className="soft small">
          What has a <span className="must">*</span> must be filled in; the rest stays empty where the sheet does not say it.
        </span>
      </p>
      <div className="page-head">
        <h1>{String(part.name) || "New part"}</h1>
        <span className="soft">
          {KIND_NAMES[kind]}
          {part.onlyFor !== undefined && ", brought by the customer, for that job alone"}
        </span>
        <span className="fill" />
        {says && (
          <span className={says === "Stored." ? "good" : "bad"} role="status">
            {says}
          </span>
        )}
        {of.draft !== null && of.draft !== JSON.stringify(stands.raw) && (
          <button
            className="button quiet"
            disabled={busy}
            onClick={() => {
              of.put(null);
              setIssues(page.issues);
              setTurn(turn + 1);
            }}
          >
            Drop what is typed
          </button>
        )}
        {undoes && may("save part") && (
          <button className="button" disabled={busy} onClick={() => void save(undoes)}>
            Undo
          </button>
        )}
        <button className="button main-action" hidden={!may("save part")} disabled={busy} onClick={() => void save()}>
          Store
        </button>
      </div>
      {page.issues.length > 0 && <p className="note stop">This part does not read, so it cannot be chosen: {page.says}.</p>}
      <Fields may="save part">
        <div className="part-columns" key={`${turn} ${page.version} ${inBrowser}`}>
          <div className="part-beside">
            {kind === "kit" && (
              <section className="card">
                <h2>In the box</h2>
                <KitBox rows={Array.isArray(spec.contents) ? (spec.contents as object[]) : []} known={page.contents} />
              </section>
            )}
            {isDrawn(kind) && (
              <section className="card">
                <h2>To scale</h2>
                <PartView kind={kind} spec={spec} at={pointed} show={(mm) => formatNumber(mm, 1)} />
              </section>
            )}
            <section className="card">
              <h2>What it is</h2>
              <Field label="Part number" wrong={wrong("id")}>
                <Input
                  value={String(part.id)}
                  disabled={!isNew}
                  onChange={(event) => set("id", event.target.value)}
                  maxLength={60}
                  placeholder="such as front-hub-250"
                  aria-label="Part number"
                />
              </Field>
              {isNew && (
                <Field label="Kind" wrong={wrong("kind")}>
                  <Select
                    value={kind}
                    onChange={(value) =>
                      void figuresOf(value).then((of) => setPart({ ...part, kind: value, spec: nothingIn(of) }))
                    }
                    options={PART_KINDS.map((value) => ({ value, label: KIND_NAMES[value] }))}
                    aria-label="Kind"
                  />
                </Field>
              )}
              <Field label="Name" wrong={wrong("name")}>
                <Input
                  value={String(part.name)}
                  onChange={(event) => set("name", event.target.value)}
                  maxLength={90}
                  placeholder="such as Front hub 250 W, laced in 622"
                  aria-label="Name"
                />
              </Field>
              <Field label="Maker" wrong={wrong("maker")}>
                <Input
                  value={String(part.maker)}
                  onChange={(event) => set("maker", event.target.value)}
                  maxLength={60}
                  placeholder="as on the part or its sheet"
                  aria-label="Maker"
                />
              </Field>
              <Field label="Mass, kg" wrong={wrong("massKg")}>
                <NumberBox
                  value={part.massKg}
                  onChange={(value) => set("massKg", value)}
                  label="Mass, kg"
                  example="such as 2.4"
                />
              </Field>
              {!short && isNew && (
                <Field label="On our shelf" wrong={wrong("inStock")}>
                  <NumberBox value={part.inStock} onChange={(value) => set("inStock", value ?? 0)} label="On our shelf" />
                </Field>
              )}
              {!short && (
                <Field label="Kept there at least; what is under it is bought" wrong={wrong("keepAtLeast")}>
                  <NumberBox
                    value={part.keepAtLeast ?? null}
                    onChange={(value) => set("keepAtLeast", value ?? undefined)}
                    label="Kept there at least"
                    example="such as 2; empty: none"
                  />
                </Field>
              )}
              {!short && (
                <Field label="Then filled up to; empty: to the least" wrong={wrong("keepUpTo")}>
                  <NumberBox
                    value={part.keepUpTo ?? null}
                    onChange={(value) => set("keepUpTo", value ?? undefined)}
                    label="Then filled up to"
                    example="such as 6"
                  />
                </Field>
              )}
              {!short && (
                <Field label="Where it lies" wrong={wrong("bin")}>
                  <Input
                    value={String(part.bin ?? "")}
                    onChange={(event) => set("bin", event.target.value === "" ? undefined : event.target.value)}
                    maxLength={20}
                    placeholder="such as B 4, or drawer 12"
                    aria-label="Where it lies"
                  />
                </Field>
              )}
              <Field label="Used: its condition; empty for a new one" wrong={wrong("used")}>
                <Input
                  value={String(part.used ?? "")}
                  onChange={(event) => set("used", event.target.value === "" ? undefined : event.target.value)}
                  maxLength={120}
                  placeholder="such as 700 km, from a bike of ours"
                  aria-label="Used: its condition"
                />
              </Field>
              {!short && !isNew && (
                <a className="button quiet" href={`/api/parts/labels.pdf?of=${String(part.id)}`} target="_blank" rel="noreferrer">
                  Its label
                </a>
              )}
            </section>
            {!short && !isNew && <PartBeside page={page} partId={String(page.raw.id ?? "")} turned={turned} />}
          </div>
          <section
            className="card"
            onFocusCapture={(event) =>
              setPointed((event.target as HTMLElement).closest("[data-path]")?.getAttribute("data-path") ?? null)
            }
            onBlurCapture={() => setPointed(null)}
          >
            <h2>Its figures</h2>
            <Figures schema={short ? parted.must : figures} {...ofSpec} />
            {short && (
              <details className="figures-more" open={issues.some(({ path }) => path.startsWith("spec."))}>
                <summary>What else its label or sheet says: each figure lets one more check be made</summary>
                <Figures schema={parted.may} {...ofSpec} />
              </details>
            )}
            {unknown.length > 0 && (
              <p className="bad small">
                Fields that this kind does not have: {unknown.join(", ")}.{" "}
                <button
                  className="link"
                  onClick={() =>
                    setPart({ ...part, spec: Object.fromEntries(Object.entries(spec).filter(([key]) => key in fields)) })
                  }
                >
                  Take them out
                </button>
              </p>
            )}
          </section>
          {short ? (
            <section className="card">
              <h2>What it costs</h2>
              <p>
                Nothing: it is the customer&apos;s own. It is awaited by the step that fits it, and looked at in the first one.
              </p>
            </section>
          ) : (
            <Offers
              offers={Array.isArray(part.offers) ? (part.offers as Raw[]) : []}
              suppliers={page.suppliers}
              onChange={(offers) => set("offers", offers)}
              wrong={wrong}
            />
          )}
        </div>
      </Fields>
      {!short && page.shelf && page.version !== null && (
        <Shelf partId={String(stands.raw.id)} version={page.version} shelf={page.shelf} countOnShelf={countOnShelf} />
      )}
      {page.history.length > 0 && <Changes history={page.history} put={may("save part") ? (raw) => void save(raw) : null} />}
    </div>
  );
}

/** The figures of another kind than the page's: seldom wanted, so their schemas come then. */
const figuresOf = (kind: PartKind) => import("@/core/parts/tellIssue").then((m) => m.figuresOf(kind));
const NO_FIGURES: FieldSchema = {};

/** The figures of a kind of part: those of the page's own came with it. */
function useFigures(kind: PartKind, own: PartKind, ofOwn: FieldSchema): FieldSchema {
  const [other, setOther] = useState<{ kind: PartKind; is: FieldSchema } | null>(null);
  useEffect(() => {
    if (kind === own) return;
    let old = false;
    void figuresOf(kind).then((is) => !old && setOther({ kind, is }));
    return () => {
      old = true;
    };
  }, [kind, own]);
  return kind === own ? ofOwn : other?.kind === kind ? other.is : NO_FIGURES;
}

/** What a figure means, beside it: the volts of so many cells, the name of a kit's part with the way to it. */
function besideOf(path: string, value: unknown, contents: InKit, spec: Raw) {
  if (path.endsWith("series") && typeof value === "number" && value > 0 && String(spec.chemistry) in CELL_VOLTS) {
    const { nominal, full, empty } = packVolts(spec.chemistry as keyof typeof CELL_VOLTS, value);
    const volts = [nominal, full, empty].map((one) => one.toFixed(1));
    return (
      <span className="small soft">
        {volts[0]} V nominal, {volts[1]} V full, {volts[2]} V empty
      </span>
    );
  }
  if (!path.endsWith(".partId") || typeof value !== "string" || value === "") return null;
  return (
    <span className="small">
      {contents[value] === undefined ? (
        <span className="num soft">{value}</span>
      ) : (
        <Link prefetch={false} className="part-link num" href={`/parts/${value}`}>
          {value}
        </Link>
      )}
    </span>
  );
}
