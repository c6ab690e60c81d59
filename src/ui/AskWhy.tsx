"use client";

import { Input, Popconfirm } from "antd";
import { useState } from "react";
import { CaretFirst, FIRST_BOX } from "./CaretFirst";

/** A button that wants a reason before it acts. */
export function AskWhy({
  label,
  asks,
  yes,
  disabled,
  onYes,
}: {
  label: string;
  asks: string;
  yes: string;
  disabled: boolean;
  onYes: (why: string) => void;
}) {
  const [why, setWhy] = useState("");
  return (
    <Popconfirm
      disabled={disabled}
      destroyOnHidden
      title={asks}
      description={
        <CaretFirst>
          <Input
            {...FIRST_BOX}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            placeholder="Why"
            aria-label={`${asks} Why`}
            maxLength={200}
          />
        </CaretFirst>
      }
      okText={yes}
      cancelText="Leave it"
      okButtonProps={{ disabled: why.trim().length < 8 }}
      onConfirm={() => onYes(why.trim())}
    >
      <button className="button quiet" disabled={disabled}>
        {label}
      </button>
    </Popconfirm>
  );
}
