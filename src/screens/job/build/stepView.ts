import type { JobView } from "@/core/job/view";

export type StepView = JobView["steps"][number];
