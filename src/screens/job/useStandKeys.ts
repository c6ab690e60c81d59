"use client";

import { useHotkeys } from "react-hotkeys-hook";
import { isOpen } from "@/core/fit/finding";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { useSettings } from "../settings";
import { useJob } from "./JobContext";

/** The keys of the stand; they rest while something is typed. */
export function useStandKeys(showKeys: () => void) {
  const { view, goTo, act, point, pointed, shown, measureItem, stage } = useJob();
  const { toggleSystem } = useSettings();
  const step = (by: 1 | -1) => {
    const open = view.findings.filter(isOpen);
    const all = open.length > 0 ? open : view.findings;
    if (all.length === 0) return;
    const at = all.findIndex((finding) => finding.key === pointed);
    point(all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length]!.key);
    if (stage !== "Fit") goTo("Fit");
  };
  useHotkeys("1,2,3,4,5,6,7,8,9,0", (event) => goTo(STAGE_NAMES[(Number(event.key) + 9) % 10]!));
  // With Alt the stages are reached out of a box too.
  useHotkeys(
    "alt+1,alt+2,alt+3,alt+4,alt+5,alt+6,alt+7,alt+8,alt+9,alt+0",
    (event) => (event.preventDefault(), goTo(STAGE_NAMES[(Number(event.code.slice(-1)) + 9) % 10]!)),
    { enableOnFormTags: true },
  );
  useHotkeys("f", () => step(1));
  useHotkeys("shift+f", () => step(-1));
  useHotkeys("m", (event) => {
    event.preventDefault();
    const first = stage === "Fit" ? shown?.measureNext?.key : undefined;
    if (first) measureItem(first);
    else goTo("Survey");
  });
  useHotkeys("u", toggleSystem);
  useHotkeys("z", () => void act({ do: "undo" }));
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    void act({ do: "undo" });
  });
  useHotkeys("p", () => window.open(`/api/jobs/${view.job.id}/${stage === "Build" ? "work" : "sheet"}.pdf`, "_blank"));
  useHotkeys("?,shift+?", showKeys, { useKey: true });
}
