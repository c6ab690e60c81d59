"use client";

import { Input, Select } from "antd";
import { FIRST_BOX } from "@/ui/CaretFirst";
import { Dialog } from "@/ui/Dialog";
import { BIKE_TEMPLATES, type TemplateId } from "@/core/donor/templates";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useKeptText } from "@/ui/useDraft";
import { useSettings } from "../settings";

/** Takes a new job in: who it is for and which bike. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const { createJob, by } = useSettings();
  const router = useRouter();
  const [customer, setCustomer, customerStored] = useKeptText("new job customer");
  const [bike, setBike, bikeStored] = useKeptText("new job bike");
  const [template, setTemplate] = useState<TemplateId | "">("");
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const take = async () => {
    if (busy) return;
    setBusy(true);
    const made = await createJob({ customer, bike, by, ...(template && { start: { template } }) }).catch(() => ({
      ok: false as const,
      says: "The bench does not answer. What you typed is still here: try again.",
    }));
    if (made.ok) {
      customerStored(customer);
      bikeStored(bike);
      return router.push(`/jobs/${made.id}`);
    }
    setSays(made.says);
    setBusy(false);
  };
  return (
    <Dialog
      open
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
          <Input value={customer} onChange={(event) => setCustomer(event.target.value)} maxLength={80} {...FIRST_BOX} />
        </label>
        <label className="field">
          <span>Bike, in a few words</span>
          <Input value={bike} onChange={(event) => setBike(event.target.value)} maxLength={80} />
        </label>
        <label className="field">
          <span>Kind of bike, to begin the survey from</span>
          <Select<TemplateId | "">
            value={template}
            onChange={setTemplate}
            options={[
              { value: "", label: "Nothing: all is measured" },
              ...(Object.keys(BIKE_TEMPLATES) as TemplateId[]).map((id) => ({ value: id, label: BIKE_TEMPLATES[id].title })),
            ]}
            aria-label="Kind of bike, to begin the survey from"
          />
          {template && (
            <span className="small soft">Its usual sizes count as told, not measured: the walk asks for them still.</span>
          )}
        </label>
        {says && <p className="field wrong bad">{says}</p>}
        <button type="submit" hidden />
      </form>
    </Dialog>
  );
}
