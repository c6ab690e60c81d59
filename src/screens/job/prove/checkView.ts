import type { JobView } from "@/core/job/view";

export type CheckView = JobView["checks"][number];
