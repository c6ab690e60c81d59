"use client";

import { Select } from "antd";
import { useState } from "react";
import { ROLE_UNITS, ROLES, type Role, type Said, type Understood } from "@/core/prove/log/columns";

/** What a table's columns are, where their heads leave it open: each as it was understood, to be put right. */
export function Columns({
  says,
  columns,
  onSaid,
  onClose,
}: {
  says: string;
  columns: readonly Understood[];
  onSaid: (chosen: Readonly<Record<string, Said>>) => void;
  onClose: () => void;
}) {
  const [said, setSaid] = useState<Record<string, Said>>(() => Object.fromEntries(columns.map((one) => [one.head, one.said])));
  const put = (head: string, one: Said) => setSaid({ ...said, [head]: one });
  return (
    <div className="columns-asked" role="group" aria-label="Columns of the file">
      <p>
        <b>{says}</b>
      </p>
      {columns.map(({ head, asks }) => {
        const { role, unit } = said[head]!;
        return (
          <div key={head} className="column-asked">
            <span>
              <b>{head || "without a name"}</b>
              {asks && <span className="small bad block">{asks}</span>}
            </span>
            <Select<Role>
              value={role}
              aria-label={`What is ${head}`}
              options={ROLES.map((value) => ({ value, label: value }))}
              onChange={(value) => put(head, { role: value, unit: Object.keys(ROLE_UNITS[value])[0]! })}
            />
            <Select
              value={unit}
              aria-label={`Unit of ${head}`}
              disabled={Object.keys(ROLE_UNITS[role]).length < 2}
              options={Object.keys(ROLE_UNITS[role]).map((value) => ({ value, label: value || "–" }))}
              onChange={(value) => put(head, { role, unit: value })}
            />
          </div>
        );
      })}
      <div className="step-foot">
        <button className="button main-action" onClick={() => onSaid(said)}>
          Read it so
        </button>
        <button className="button quiet" onClick={onClose}>
          Leave it
        </button>
      </div>
    </div>
  );
}
