"use client";

import { useEffect, useRef } from "react";

/** Why it was not done: read out, and brought into sight where what was asked stands above the fold. */
export function Refusal({ says }: { says: string }) {
  const at = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    // What newer browsers answer to it is no way to end an effect.
    void at.current?.scrollIntoView({ block: "nearest" });
  }, [says]);
  return says === "" ? null : (
    <p className="wrong" role="alert" ref={at}>
      {says}
    </p>
  );
}
