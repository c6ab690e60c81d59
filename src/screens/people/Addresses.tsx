"use client";

import { useEffect, useEffectEvent, useState } from "react";
import { Refusal } from "@/ui/Refusal";
import "./addresses.css";

export type Answer<T> = { ok: true; value: T } | { ok: false; says: string };
const NO_ANSWER = { ok: false as const, says: "The bench does not answer. Nothing was changed." };

/** Addresses that open something to whoever has them: listed, made, ended. Where one leads is told once, when it is made. */
export function useAddresses<L>(load: () => Promise<Answer<readonly L[]>>) {
  const [list, setList] = useState<readonly L[] | null>(null);
  const [path, setPath] = useState<string | null>(null);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const first = useEffectEvent(() => load().catch(() => NO_ANSWER));
  useEffect(() => {
    let old = false;
    void first().then((answer) => {
      if (old) return;
      if (answer.ok) setList(answer.value);
      else setSays(answer.says);
    });
    return () => {
      old = true;
    };
  }, []);
  const doing = async <T,>(work: Promise<Answer<T>>, then: (value: T) => void) => {
    setBusy(true);
    const answer = await work.catch(() => NO_ANSWER);
    setBusy(false);
    setSays(answer.ok ? "" : answer.says);
    if (answer.ok) then(answer.value);
  };
  return {
    list,
    path,
    says,
    busy,
    tell: setSays,
    make: (work: Promise<Answer<{ path: string; links: readonly L[] }>>) =>
      doing(work, (made) => {
        setPath(made.path);
        setList(made.links);
      }),
    end: (work: Promise<Answer<readonly L[]>>) =>
      doing(work, (links) => {
        setPath(null);
        setList(links);
      }),
  };
}

/** What came of making one, and those that there are. @param lineOf what is said of one, and whether it is open   @param none what is said where there is none */
export function AddressList<L extends { readonly id: number }>({
  of: { list, path, says, busy },
  lineOf,
  none,
  onEnd,
}: {
  of: Pick<ReturnType<typeof useAddresses<L>>, "list" | "path" | "says" | "busy">;
  lineOf: (link: L) => { readonly says: string; readonly isOpen: boolean };
  none: string;
  onEnd: (id: number) => void;
}) {
  return (
    <>
      <Refusal says={says} />
      {path && (
        <p className="note" role="status">
          Shown this once, copy it now:
          <br />
          <b className="link-address">{window.location.origin + path}</b>
        </p>
      )}
      {list?.length === 0 && <p className="soft">{none}</p>}
      {list && list.length > 0 && (
        <ul className="link-list">
          {list.map((link) => {
            const { says, isOpen } = lineOf(link);
            return (
              <li key={link.id} className={isOpen ? "" : "soft"}>
                <span>{says}</span>
                {isOpen && (
                  <button className="button quiet small" disabled={busy} onClick={() => onEnd(link.id)}>
                    End it now
                  </button>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </>
  );
}
