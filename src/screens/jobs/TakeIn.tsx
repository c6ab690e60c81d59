"use client";

import { Input, Modal, type InputRef } from "antd";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { useSettings } from "../settings";

/** Takes a new job in: who it is for and which bike. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const { createJob, by } = useSettings();
  const router = useRouter();
  const [customer, setCustomer] = useState("");
  const [bike, setBike] = useState("");
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const first = useRef<InputRef>(null);
  const take = async () => {
    if (busy) return;
    setBusy(true);
    const made = await createJob({ customer, bike, by }).catch(() => ({
      ok: false as const,
      says: "The bench does not answer. What you typed is still here: try again.",
    }));
    if (made.ok) return router.push(`/jobs/${made.id}`);
    setSays(made.says);
    setBusy(false);
  };
  return (
    <Modal
      open
      afterOpenChange={(open) => open && first.current?.focus()}
      title="New job"
      okText="Take it in"
      onOk={() => void take()}
      onCancel={onClose}
      confirmLoading={busy}
      destroyOnHidden
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        <label className="field">
          <span>Customer</span>
          <Input ref={first} value={customer} onChange={(event) => setCustomer(event.target.value)} maxLength={80} />
        </label>
        <label className="field">
          <span>Bike, in a few words</span>
          <Input value={bike} onChange={(event) => setBike(event.target.value)} maxLength={80} />
        </label>
        {says && <p className="field wrong bad">{says}</p>}
        <button type="submit" hidden />
      </form>
    </Modal>
  );
}
