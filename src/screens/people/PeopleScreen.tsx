"use client";

import { Input, Select } from "antd";
import { useState } from "react";
import { ROLES, type Role } from "@/core/people/roles";
import { formatMoment } from "@/core/units/date";
import type { PeopleChange, PersonView } from "@/core/people/people";
import { useSettings } from "../settings";
import { Refusal } from "@/ui/Refusal";
import { SecretBox } from "./SecretBox";
import { goAnew, post } from "./SignInScreen";
import "./people.css";

export type KeepPeople = (
  change: PeopleChange,
) => Promise<{ ok: true; value: readonly PersonView[] } | { ok: false; says: string }>;

const ROLE_SAYS: Readonly<Record<Role, string>> = {
  owner: "everything, house rules and people too",
  counter: "customers, wishes, survey, drive, fit, sheets",
  builder: "survey, drive, fit, the work order and its signature",
  buyer: "parts, orders, where a line comes from",
};
const OPTIONS = ROLES.map((role) => ({ value: role, label: role }));
const NO_ANSWER = "The bench does not answer. Nothing was changed.";

/** Who works in the shop: an owner adds and changes them, everybody changes their own PIN and signs out. */
export function PeopleScreen({
  first,
  signsIn,
  keepPeople,
}: {
  /** null for whoever keeps no people */
  first: readonly PersonView[] | null;
  signsIn: boolean;
  keepPeople: KeepPeople;
}) {
  const [people, setPeople] = useState(first);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const { who } = useSettings();
  const change = async (asked: PeopleChange): Promise<boolean> => {
    setBusy(true);
    const answer = await keepPeople(asked).catch(() => ({ ok: false as const, says: NO_ANSWER }));
    setBusy(false);
    setSays(answer.ok ? "" : answer.says);
    if (answer.ok) setPeople(answer.value);
    return answer.ok;
  };
  return (
    <div className="page people">
      <h1>People</h1>
      {!signsIn && (
        <p className="card">
          This bench is open to its own machine alone: nobody signs in, and the name at the top right is typed. Once it listens on
          the workshop&apos;s net (HOST, see the README), everybody signs in by name; those added here can.
        </p>
      )}
      <div className="people-panes">
        <div>
          {people === null ? (
            <p className="card">Who works here is kept by an owner.</p>
          ) : (
            <section className="card">
              <table className="people-table">
                <thead>
                  <tr>
                    <th>Name</th>
                    <th>Role</th>
                    <th>Signed in</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {people.map((person) => (
                    <Person key={person.id} person={person} busy={busy} change={change} />
                  ))}
                  {people.length === 0 && (
                    <tr>
                      <td colSpan={4} className="soft">
                        Nobody yet. Begin with an owner.
                      </td>
                    </tr>
                  )}
                </tbody>
              </table>
              <Refusal says={says} />
            </section>
          )}
          <dl className="people-roles small">
            {ROLES.map((role) => (
              <div key={role}>
                <dt>{role}</dt>
                <dd>{ROLE_SAYS[role]}</dd>
              </div>
            ))}
          </dl>
        </div>
        <div>
          {people !== null && <Add first={people.length === 0} busy={busy} change={change} />}
          {who && <Own />}
        </div>
      </div>
    </div>
  );
}

type Change = (asked: PeopleChange) => Promise<boolean>;

function Person({ person, busy, change }: { person: PersonView; busy: boolean; change: Change }) {
  const [secret, setSecret] = useState<string | null>(null);
  const { id, name, role, left, signedIn, seenAt } = person;
  if (left)
    return (
      <tr className="soft">
        <td>{name}</td>
        <td>{role}, left</td>
        <td />
        <td>
          <button className="button quiet small" disabled={busy} onClick={() => void change({ do: "come back", id })}>
            Back again
          </button>
        </td>
      </tr>
    );
  return (
    <tr>
      <td>
        <b>{name}</b>
      </td>
      <td>
        <Select<Role>
          aria-label={`Role of ${name}`}
          value={role}
          options={OPTIONS}
          disabled={busy}
          onChange={(next) => void change({ do: "role", id, role: next })}
          style={{ width: 110 }}
        />
      </td>
      <td>
        {signedIn === 0 ? (
          <span className="soft">nowhere</span>
        ) : (
          `${signedIn === 1 ? "1 machine" : `${signedIn} machines`}, seen ${formatMoment(seenAt!)}`
        )}
      </td>
      <td>
        {secret === null ? (
          <div className="people-does">
            <button className="button quiet small" disabled={busy} onClick={() => setSecret("")}>
              New PIN
            </button>
            {signedIn > 0 && (
              <button className="button quiet small" disabled={busy} onClick={() => void change({ do: "sign out", id })}>
                Sign out
              </button>
            )}
            <button className="button quiet small" disabled={busy} onClick={() => void change({ do: "leave", id })}>
              Has left
            </button>
          </div>
        ) : (
          <form
            className="people-does"
            onSubmit={(event) => {
              event.preventDefault();
              void change({ do: "secret", id, secret }).then((done) => done && setSecret(null));
            }}
          >
            <Input.Password
              value={secret}
              onChange={(event) => setSecret(event.target.value)}
              placeholder="New PIN or password"
              aria-label={`New PIN or password of ${name}`}
              autoComplete="new-password"
              autoFocus
              maxLength={200}
            />
            <button className="button small" disabled={busy || secret === ""}>
              Keep
            </button>
            <button type="button" className="button quiet small" onClick={() => setSecret(null)}>
              Leave it
            </button>
          </form>
        )}
      </td>
    </tr>
  );
}

function Add({ first, busy, change }: { first: boolean; busy: boolean; change: Change }) {
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>(first ? "owner" : "builder");
  const [secret, setSecret] = useState("");
  return (
    <form
      className="card"
      onSubmit={(event) => {
        event.preventDefault();
        void change({ do: "add", name, role, secret }).then((done) => {
          if (!done) return;
          setName("");
          setSecret("");
          setRole("builder");
        });
      }}
    >
      <h2>Somebody new</h2>
      <label className="field">
        <span>Name</span>
        <Input value={name} onChange={(event) => setName(event.target.value)} autoComplete="off" maxLength={40} />
      </label>
      <label className="field">
        <span>Role</span>
        <Select<Role> value={role} options={OPTIONS} onChange={setRole} aria-label="Role" />
      </label>
      <SecretBox label="PIN (6 digits) or password (8 letters)" value={secret} onChange={setSecret} isNew />
      <button className="button main-action" disabled={busy || name.trim() === "" || secret === ""}>
        Add
      </button>
    </form>
  );
}

/** What is somebody's own: a new PIN, and signing out. */
function Own() {
  const { who } = useSettings();
  const [old, setOld] = useState("");
  const [secret, setSecret] = useState("");
  const [says, setSays] = useState("");
  const leave = async () => {
    const why = await post("/api/sign-out", {});
    if (why === null) goAnew("/sign-in");
    else setSays(why);
  };
  const keep = async () => {
    const why = await post("/api/own-secret", { old, secret });
    if (why === null) goAnew("/sign-in?to=%2Fpeople");
    else setSays(why);
  };
  return (
    <form
      className="card"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <h2>
        {who!.name}, {who!.role}
      </h2>
      <p>
        <button type="button" className="button" onClick={() => void leave()}>
          Sign out on this machine
        </button>
      </p>
      <SecretBox label="Your PIN or password now" value={old} onChange={setOld} />
      <SecretBox label="The new one: 6 digits, or 8 letters" value={secret} onChange={setSecret} isNew />
      <Refusal says={says} />
      <button className="button" disabled={old === "" || secret === ""}>
        Change it
      </button>
      <p className="small soft">Every machine where you are signed in asks for the new one.</p>
    </form>
  );
}
