/** Which of the jobs are listed, and in which order. Apart from what reads it, so that a list of jobs loads no reader of schemas. */
export const ONLY = ["all", "stop", "measure", "adapt", "clear", "over", "late", "signed"] as const;
export const SORTS = ["touched", "number", "customer", "promised", "price"] as const;
