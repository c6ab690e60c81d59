"use client";

import { ConfigProvider } from "antd";
import { theme } from "@/ui/theme";
import { NoticesProvider } from "./notices";
import { usePathname } from "next/navigation";
import type { Who } from "@/core/people/roles";
import { Rail } from "./Rail";
import { SettingsProvider, type CreateJob } from "./settings";

/** Pages of somebody who is not in the shop: no place of it is named there. */
const OUTSIDE = /^\/(sign-in$|for\/)/;

/** The frame round every place: the rail, and what is remembered on this machine (name, units). */
export function Shell({ children, createJob, who }: { children: React.ReactNode; createJob: CreateJob; who: Who }) {
  const outside = OUTSIDE.test(usePathname());
  return (
    <ConfigProvider theme={theme}>
      <div className="shell">
        <NoticesProvider>
          <SettingsProvider createJob={createJob} who={who}>
            {!outside && <Rail />}
            <main className="main">{children}</main>
          </SettingsProvider>
        </NoticesProvider>
      </div>
    </ConfigProvider>
  );
}
