"use client";

import { SLOTS } from "@/core/job/slots";
import type { Choices } from "@/core/job/compare";
import { useJob } from "./JobContext";

/** Makes a job's choices those of a set, slot by slot; stops at the first that is refused. */
export function useChooseSet() {
  const { view, act } = useJob();
  const now = view.job.choices;
  return async (choices: Choices): Promise<void> => {
    // What the set does not name goes out first, so that it does not speak for a slot that the kit fills.
    for (const slot of SLOTS) if (now[slot] && !choices[slot] && !(await act({ do: "choose", slot, partId: null }))) return;
    for (const slot of SLOTS) {
      const partId = choices[slot];
      if (partId && partId !== now[slot] && !(await act({ do: "choose", slot, partId }))) return;
    }
  };
}
