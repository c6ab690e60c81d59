"use client";

import { isOpen } from "@/core/fit/finding";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { useKeys } from "@/ui/useKeys";
import { useSettings } from "../settings";
import { useJob } from "./JobContext";

/** Puts the focus on the next step that the stage offers; Enter takes it, so that nothing is ordered or signed by a slip. */
function toNextStep(): void {
  const steps = document.querySelectorAll<HTMLButtonElement>(
    "main .main-action:not(:disabled), main [data-next-step]:not(:disabled)",
  );
  const next = [...steps].find((one) => one.checkVisibility());
  next?.focus();
  next?.scrollIntoView({ block: "nearest" });
}

/** The keys of the stand; they rest while something is typed or a dialog is open. */
export function useStandKeys(showKeys: () => void, stepBack: (way: "undo" | "redo") => Promise<void>) {
  const { view, goTo, at, setAt, shown, stage } = useJob();
  const { toggleSystem } = useSettings();
  const step = (by: 1 | -1) => {
    const open = view.findings.filter(isOpen);
    const all = open.length > 0 ? open : view.findings;
    if (all.length === 0) return;
    // Where nothing is pointed at, the first step shows the first.
    const from = stage === "Fit" && at !== null ? all.findIndex((finding) => finding.key === at) : -1;
    const next = all[from < 0 ? (by > 0 ? 0 : all.length - 1) : (from + by + all.length) % all.length]!.key;
    if (stage === "Fit") setAt(next);
    else void goTo("Fit", next);
  };
  const stageOf = (event: KeyboardEvent) => STAGE_NAMES[(Number(event.code.slice(-1)) + 9) % 10]!;
  // On the walk a digit is the start of a figure, whatever has the focus: only Alt leads away.
  useKeys("1,2,3,4,5,6,7,8,9,0", (event) => void goTo(stageOf(event)), { enabled: stage !== "Survey" });
  // With Alt the stages are reached out of a box too.
  useKeys("alt+1,alt+2,alt+3,alt+4,alt+5,alt+6,alt+7,alt+8,alt+9,alt+0", (event) => void goTo(stageOf(event)), {
    enableOnFormTags: true,
  });
  useKeys("f", () => step(1));
  useKeys("shift+f", () => step(-1));
  useKeys("g", toNextStep);
  useKeys("alt+g", toNextStep, { enableOnFormTags: true });
  useKeys("m", () => void goTo("Survey", stage === "Fit" ? shown?.measureNext?.key : undefined));
  useKeys("u", toggleSystem);
  useKeys("z, mod+z", () => void stepBack("undo"));
  useKeys("y, mod+y, mod+shift+z", () => void stepBack("redo"));
  useKeys("p", () => window.open(`/api/jobs/${view.job.id}/${stage === "Build" ? "work" : "sheet"}.pdf`, "_blank"));
  useKeys("?,shift+?", showKeys, { useKey: true });
}
