"use client";

import { App, ConfigProvider } from "antd";
import { theme } from "@/ui/theme";
import { Rail } from "./Rail";
import { SettingsProvider } from "./settings";

export type CreateJob = (request: {
  customer: string;
  bike: string;
  by: string;
}) => Promise<{ ok: true; id: string } | { ok: false; says: string }>;

/** The frame round every place: the rail, and what is remembered on this machine (name, units). */
export function Shell({ children, createJob }: { children: React.ReactNode; createJob: CreateJob }) {
  return (
    <ConfigProvider theme={theme}>
      <App className="shell">
        <SettingsProvider createJob={createJob}>
          <Rail />
          <main className="main">{children}</main>
        </SettingsProvider>
      </App>
    </ConfigProvider>
  );
}
