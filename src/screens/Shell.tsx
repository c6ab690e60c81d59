"use client";

import { ConfigProvider } from "antd";
import { theme } from "@/ui/theme";
import { NoticesProvider } from "./notices";
import { Rail } from "./Rail";
import { SettingsProvider, type CreateJob } from "./settings";

/** The frame round every place: the rail, and what is remembered on this machine (name, units). */
export function Shell({ children, createJob }: { children: React.ReactNode; createJob: CreateJob }) {
  return (
    <ConfigProvider theme={theme}>
      <div className="shell">
        <NoticesProvider>
          <SettingsProvider createJob={createJob}>
            <Rail />
            <main className="main">{children}</main>
          </SettingsProvider>
        </NoticesProvider>
      </div>
    </ConfigProvider>
  );
}
