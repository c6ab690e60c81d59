"use client";

import { Input } from "antd";
import { useState } from "react";
import { Refusal } from "@/ui/Refusal";
import { SecretBox } from "./SecretBox";
import "./people.css";

const NO_ANSWER = "The bench does not answer: try again.";

/** @returns why not, or null: whoever signs in is in then */
export async function post(path: string, body: unknown): Promise<string | null> {
  try {
    const answer = await fetch(path, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    const { error } = (await answer.json()) as { error?: string };
    return error ?? (answer.ok ? null : NO_ANSWER);
  } catch {
    return NO_ANSWER;
  }
}

/** The whole page anew: what was drawn for nobody is not kept for somebody. */
export const goAnew = (path: string): void => window.location.assign(path);

/** The way in: by name and PIN or password; the very first time, or when nobody remembers, with the owner's key. */
export function SignInScreen({ first, next }: { first: boolean; next: string }) {
  const [withKey, setWithKey] = useState(first);
  const [key, setKey] = useState("");
  const [name, setName] = useState("");
  const [secret, setSecret] = useState("");
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const enter = async () => {
    setBusy(true);
    const why = await post("/api/sign-in", withKey ? { key, name, secret } : { name, secret });
    if (why === null) return goAnew(next);
    setSays(why);
    setBusy(false);
  };
  return (
    <form
      className="card sign-in"
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <h1>{withKey ? "The owner's key" : "Sign in"}</h1>
      {withKey && (
        <>
          <p className="soft">
            {first ? "Nobody can sign in yet. " : ""}The key was printed where this bench was started for the first time. With it
            you become an owner; everybody else is added by an owner.
          </p>
          <label className="field">
            <span>Owner&apos;s key</span>
            <Input value={key} onChange={(event) => setKey(event.target.value)} autoComplete="off" autoFocus maxLength={200} />
          </label>
        </>
      )}
      <label className="field">
        <span>Your name</span>
        <Input
          value={name}
          onChange={(event) => setName(event.target.value)}
          autoComplete="username"
          autoFocus={!withKey}
          maxLength={40}
        />
      </label>
      <SecretBox
        label={withKey ? "A PIN (6 digits) or password (8 letters) for you" : "PIN or password"}
        value={secret}
        onChange={setSecret}
        isNew={withKey}
      />
      <Refusal says={says} />
      <div className="sign-in-row">
        <button className="button main-action" disabled={busy || name.trim() === "" || secret === "" || (withKey && key === "")}>
          {busy ? "One moment …" : withKey ? "Become the owner" : "Sign in"}
        </button>
        {!first && (
          <button type="button" className="button quiet" onClick={() => setWithKey(!withKey)}>
            {withKey ? "I have a PIN or password" : "I have the owner's key"}
          </button>
        )}
      </div>
      {!withKey && <p className="small soft">Forgotten? An owner gives you a new one under your name.</p>}
    </form>
  );
}
