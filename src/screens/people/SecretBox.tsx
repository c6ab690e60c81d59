"use client";

import { Input } from "antd";
import { LONGEST_SECRET } from "@/core/people/secret";

/** A PIN or password, seen at a click. */
export const SecretBox = ({
  label,
  value,
  onChange,
  isNew = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** one that is being chosen, not the one that is known */
  isNew?: boolean;
}) => (
  <label className="field">
    <span>{label}</span>
    <Input.Password
      value={value}
      onChange={(event) => onChange(event.target.value)}
      autoComplete={isNew ? "new-password" : "current-password"}
      maxLength={LONGEST_SECRET}
    />
  </label>
);
