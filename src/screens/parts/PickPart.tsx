"use client";

import { Select } from "antd";
import { useState } from "react";
import { usePartSearch } from "@/ui/usePartSearch";

/** A part of the books, found by its name or number; its number is what is stored. */
export function PickPart({
  value,
  name,
  label,
  wrong,
  onPick,
}: {
  value: string;
  /** undefined for a number that the books do not know */
  name: string | undefined;
  label: string;
  wrong: boolean;
  onPick: (partId: string) => void;
}) {
  const { find, setFind, found, none } = usePartSearch();
  const [picked, setPicked] = useState<Readonly<Record<string, string>>>({});
  const called = name ?? picked[value];
  const options = found.map((part) => ({ value: part.id, label: part.name }));
  const own = value !== "" && !options.some((one) => one.value === value) ? [{ value, label: called ?? value }] : [];
  return (
    <Select
      showSearch={{ filterOption: false, searchValue: find, onSearch: setFind }}
      value={value === "" ? null : value}
      placeholder="a part by name or number"
      aria-label={label}
      status={wrong ? "error" : ""}
      notFoundContent={none}
      options={find === "" ? own : options}
      onSelect={(partId: string | null) => {
        if (partId === null) return;
        setPicked({ ...picked, [partId]: found.find((part) => part.id === partId)?.name ?? partId });
        setFind("");
        onPick(partId);
      }}
    />
  );
}
