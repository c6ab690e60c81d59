"use client";

import { Dialog } from "@/ui/Dialog";

export type FileIssue = { path: string; message: string };

/** What is wrong with a job file, by its path. */
export function FileIssues({ issues, onClose }: { issues: readonly FileIssue[]; onClose: () => void }) {
  return (
    <Dialog open footer={null} title="This file does not read" onCancel={onClose}>
      <ul>
        {issues.slice(0, 12).map((issue) => (
          <li key={issue.path + issue.message}>
            <b>{issue.path || "the file"}</b>: {issue.message}
          </li>
        ))}
      </ul>
      {issues.length > 12 && <p className="soft">and {issues.length - 12} more</p>}
      <p className="soft">Nothing was stored.</p>
    </Dialog>
  );
}
