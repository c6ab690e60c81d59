import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { RULES } from "@/core/fit/rules";

const SRC = __dirname;

/** Every module of the product, tests and fixtures left out, with what it imports of the product. */
function modules(): Map<string, string[]> {
  const files = readdirSync(SRC, { recursive: true, encoding: "utf8" }).filter(
    (file) => /\.tsx?$/.test(file) && !/\.(test|fixture)\.tsx?$/.test(file),
  );
  const known = new Set(files);
  const find = (path: string) => [`${path}.ts`, `${path}.tsx`, `${path}/index.ts`].find((file) => known.has(file));
  return new Map(
    files.map((file) => {
      const text = readFileSync(join(SRC, file), "utf8");
      const specifiers = [...text.matchAll(/(?:from|import\() ?"([^"]+)"/g)].map((match) => match[1]!);
      const imported = specifiers.flatMap((one) => {
        if (one.startsWith("@/")) return find(one.slice(2)) ?? [];
        return one.startsWith(".") ? (find(relative(SRC, resolve(SRC, dirname(file), one))) ?? []) : [];
      });
      return [file, imported];
    }),
  );
}

/** A way from something back to itself, if there is one. */
function circle(arrows: ReadonlyMap<string, Iterable<string>>): string[] | null {
  const state = new Map<string, "open" | "done">();
  const way: string[] = [];
  const visit = (at: string): string[] | null => {
    if (state.get(at) === "done") return null;
    if (state.get(at) === "open") return [...way.slice(way.indexOf(at)), at];
    state.set(at, "open");
    way.push(at);
    for (const next of arrows.get(at) ?? []) {
      const found = visit(next);
      if (found) return found;
    }
    way.pop();
    state.set(at, "done");
    return null;
  };
  for (const start of arrows.keys()) {
    const found = visit(start);
    if (found) return found;
  }
  return null;
}

/** Folders of the core, and the layers outside it, as one room each. */
function rooms(files: ReadonlyMap<string, string[]>): Map<string, Set<string>> {
  const room = (file: string) => (file.startsWith("core/") ? file.split("/").slice(0, 2).join("/") : file.split("/")[0]!);
  const arrows = new Map<string, Set<string>>();
  for (const [file, imported] of files)
    for (const other of imported)
      if (room(other) !== room(file)) arrows.set(room(file), (arrows.get(room(file)) ?? new Set()).add(room(other)));
  return arrows;
}

const all = modules();

test("the files are found with their imports", () => {
  expect(all.size).toBeGreaterThan(300);
  expect(all.get("core/job/assess.ts")).toContain("core/fit/engine.ts");
});
test("no file imports itself by a round about way", () => expect(circle(all)).toBeNull());
test("no room of the core, and no layer, imports one that stands on it", () => expect(circle(rooms(all))).toBeNull());
test("a circle would be found", () =>
  expect(
    circle(
      new Map([
        ["a", ["b"]],
        ["b", ["c"]],
        ["c", ["b"]],
      ]),
    ),
  ).toEqual(["b", "c", "b"]));

// Bundlers guess what a package's file ends in, Node itself does not: the benchmark runs the core without a bundler's help.
test("every package that the core uses is found by Node as it is written", () => {
  const used = new Set(
    [...all.keys()]
      .filter((file) => file.startsWith("core/"))
      .flatMap((file) =>
        [
          ...readFileSync(join(SRC, file), "utf8").matchAll(/^(?:import|export) (?!type).*from "([^@."][^"]*|@[^/"][^"]*)"/gm),
        ].map((match) => match[1]!),
      ),
  );
  expect([...used]).toContain("zod");
  const asks = [...used].map((one) => `import(${JSON.stringify(one)})`).join();
  execFileSync(process.execPath, ["--input-type=module", "-e", `await Promise.all([${asks}])`], { cwd: join(SRC, "..") });
});

/** `axle/arm-seat` is in `axle/armSeat.ts`; the conditions are one family in one file. */
const fileOf = (rule: string) => {
  const family = /^condition\/(?!tyre-age)/.test(rule) ? "condition/conditions" : rule;
  return `core/fit/rules/${family.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())}.ts`;
};
test("every rule stands in the file of its name", () => {
  const stray = RULES.filter(({ id }) => {
    const file = fileOf(id);
    const named = file.endsWith("conditions.ts") ? `"${id.slice("condition/".length)}"` : `"${id}"`;
    return !all.has(file) || !readFileSync(join(SRC, file), "utf8").includes(named);
  });
  expect(stray.map((rule) => rule.id)).toEqual([]);
  expect(RULES).toHaveLength(128);
});

/** What a module loads when it is loaded: imports of types alone cost a browser nothing, and what is imported later comes later. */
function loadedWith(file: string): { readonly modules: readonly string[]; readonly zod: boolean } {
  const text = readFileSync(join(SRC, file), "utf8");
  const taken = [...text.matchAll(/^(?:import|export) (?!type )([^"]*?) ?from "([^"]+)"/gm)].filter(
    ([, names]) =>
      !/^\{[^}]*\}$/.test(names!) ||
      names!
        .slice(1, -1)
        .split(",")
        .some((name) => name.trim() !== "" && !name.trim().startsWith("type ")),
  );
  const known = all.get(file)!;
  const of = (specifier: string) => {
    const path = specifier.startsWith("@/") ? specifier.slice(2) : relative(SRC, resolve(SRC, dirname(file), specifier));
    return known.filter((one) => [`${path}.ts`, `${path}.tsx`, `${path}/index.ts`].includes(one));
  };
  return { modules: taken.flatMap(([, , specifier]) => of(specifier!)), zod: taken.some((one) => one[2] === "zod") };
}

/** Screens that read what is typed by its schema, or load only when they are opened. */
const READS_SCHEMAS = ["screens/suppliers/Costs.tsx", "screens/suppliers/PriceLists.tsx", "screens/tools/ToolChart.tsx"];

test("no screen loads the rules, the steps or the reckoning of a fit: of what stands on them it imports types alone", () => {
  const heavy = ["core/fit/rules/index.ts", "core/fit/engine.ts", "core/work/steps.ts", "core/cost/sheet.ts", "core/job/view.ts"];
  expect(heavy.filter((file) => !all.has(file))).toEqual([]);
  const found = new Set<string>();
  for (const start of [...all.keys()].filter((file) => /^(screens|ui|draw)\//.test(file) && !file.endsWith(".worker.ts"))) {
    const seen = new Set([start]);
    for (const file of seen) for (const one of loadedWith(file).modules) seen.add(one);
    for (const file of heavy) if (seen.has(file)) found.add(`${start}: ${file}`);
  }
  expect([...found].sort()).toEqual([]);
});

test("no other screen loads the library of schemas, a tenth of a page: what it needs of the core stands apart from what reads it", () => {
  const found = new Set<string>();
  for (const start of [...all.keys()].filter((file) => file.startsWith("screens/") && file.endsWith(".tsx"))) {
    const seen = new Set([start]);
    for (const file of seen) {
      const { modules: next, zod } = loadedWith(file);
      if (zod) found.add(start);
      for (const one of next) if (!READS_SCHEMAS.includes(one)) seen.add(one);
    }
  }
  expect([...found].sort()).toEqual([...READS_SCHEMAS].sort());
});

test("what opens over the page puts the caret into its first box itself: by the library's ways it stands on what a typed space presses", () => {
  const over = [...all.keys()].flatMap((file) => {
    const text = readFileSync(join(SRC, file), "utf8");
    return /<(Modal|Dialog|Popconfirm|Popover|Drawer)\b/.test(text) ? [{ file, text }] : [];
  });
  expect(over.length).toBeGreaterThan(10);
  // A button of a question takes the focus by the library's own way, which works.
  expect(over.filter(({ text }) => /\bautoFocus\b(?!:)/.test(text)).map(({ file }) => file)).toEqual([]);
  expect(over.filter(({ text }) => /<(Modal|Drawer)\b/.test(text)).map(({ file }) => file)).toEqual([join("ui", "Dialog.tsx")]);
});
test("no test has a limit of its own: one that is slow on a busy machine is not wrong", () => {
  const limited = [SRC, join(SRC, "..", "tests")].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: "utf8" })
      .filter((file) => /\.(test|e2e)\.tsx?$/.test(file))
      .filter((file) =>
        /^ *(\}, [\d_]{4,}\);|[\d_]{4,},\n *\);|jest\.setTimeout)/m.test(readFileSync(join(folder, file), "utf8")),
      ),
  );
  expect(limited).toEqual([]);
});

test("what looks at every bike in work is done beside the server's thread: of it a screen's doors import types alone", () => {
  const goesThrough = /\b(reopenUnder|inWork|allJobIds)\(/;
  const long = [...all.keys()]
    .filter((file) => file.startsWith("shop/"))
    .flatMap((file) => {
      const pieces = readFileSync(join(SRC, file), "utf8")
        .split(/^export /m)
        .slice(1);
      return pieces.filter((piece) => goesThrough.test(piece)).map((piece) => /(?:function|const) (\w+)/.exec(piece)?.[1] ?? "");
    });
  expect(long).toEqual(expect.arrayContaining(["storeHouse", "storePart"]));
  const onTheThread = [...all.keys()]
    .filter((file) => file.startsWith("app/"))
    .flatMap((file) =>
      long
        .filter((name) => new RegExp(`\\b${name}\\(`).test(readFileSync(join(SRC, file), "utf8")))
        .map((name) => `${file} ${name}`),
    );
  expect(onTheThread).toEqual([]);
});
