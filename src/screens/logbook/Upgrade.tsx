"use client";

import { Select } from "antd";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FATE_SAYS, type Fate } from "@/core/fit/fates";
import { formatNumber } from "@/core/units/formatQuantity";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { figure, hours } from "@/ui/format";
import { Refusal } from "@/ui/Refusal";
import { useJob } from "../job/JobContext";
import { useSettings } from "../settings";

export type StartUpgrade = (request: unknown) => Promise<{ ok: true; id: string } | { ok: false; says: string }>;

/** What comes off a finished bike and what becomes of it: a job begins from what the bike then is. */
export function Upgrade({ startUpgrade }: { startUpgrade: StartUpgrade }) {
  const { view } = useJob();
  const { by, system } = useSettings();
  const router = useRouter();
  const [off, setOff] = useState<Readonly<Record<string, Fate>>>({});
  const [says, setSays] = useState("");
  const [starting, setStarting] = useState(false);
  const { job, logbook } = view;
  const all = logbook!.removable;
  const gone = all.filter(({ partId }) => off[partId] !== undefined);
  const start = async () => {
    setStarting(true);
    const wish = { customer: job.wish.customer, bike: job.wish.bike, by, start: { renews: job.id, off } };
    const answer = await asOneWish(`upgrade ${JSON.stringify(wish)}`, (request) => startUpgrade({ ...wish, request })).catch(
      async () => ({ ok: false as const, says: (await whyNoAnswer()).says }),
    );
    setStarting(false);
    if (answer.ok) router.push(`/jobs/${answer.id}/${gone.length > 0 ? "drive" : "ask"}`);
    else setSays(answer.says);
  };
  return (
    <div className="upgrade">
      <h2>Upgrade or renew</h2>
      <p>
        A new job begins from what this bike is: its survey, its build and the work that is in it. Say what comes off; what goes
        on is chosen there, checked against all that stays, and only that is bought and worked on.
      </p>
      <table className="lines card">
        <thead>
          <tr>
            <th>Piece</th>
            <th className="right">Mass</th>
            <th className="right">To take off, about</th>
            <th>Comes off, and goes</th>
          </tr>
        </thead>
        <tbody>
          {all.map(({ partId, says: name, quantity, massKg, minutes, fates, kind }) => (
            <tr key={partId} className={off[partId] ? "picked" : ""}>
              <td>
                {quantity > 1 && `${quantity} × `}
                {name}
                {kind === "battery" && off[partId] !== undefined && (
                  <span className="block small bad">
                    A pack: contacts taped, apart from what burns; never by ordinary post, never into the bin.
                  </span>
                )}
              </td>
              <td className="right num">{massKg === null ? "–" : figure(massKg, "kg", system)}</td>
              <td className="right num">{hours(minutes)}</td>
              <td>
                <Select<Fate | "stays">
                  value={off[partId] ?? "stays"}
                  onChange={(fate) => {
                    const { [partId]: _was, ...rest } = off;
                    setOff(fate === "stays" ? rest : { ...rest, [partId]: fate });
                  }}
                  options={[
                    { value: "stays", label: "stays" },
                    ...fates.map((fate) => ({ value: fate, label: FATE_SAYS[fate] })),
                  ]}
                  aria-label={`What becomes of ${name}`}
                  className="upgrade-fate"
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        {gone.length === 0 ? (
          "Nothing comes off: something is added."
        ) : (
          <>
            <b className="num">
              {gone.length} {gone.length === 1 ? "piece comes" : "pieces come"} off
            </b>
            ,{" "}
            {figure(
              gone.reduce((sum, { massKg }) => sum + (massKg ?? 0), 0),
              "kg",
              system,
            )}
            {gone.some(({ massKg }) => massKg === null) && " and what was never weighed"}, about{" "}
            {formatNumber(
              gone.reduce((sum, { minutes }) => sum + minutes, 0),
              0,
            )}{" "}
            min.
          </>
        )}
      </p>
      <button className="button main-action" disabled={starting} onClick={() => void start()}>
        Begin the job
      </button>
      <Refusal says={says} />
    </div>
  );
}
