"use client";

import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { ALLOWED, type Deed } from "@/core/people/roles";
import { useSettings } from "./settings";

/** What is offered to whoever may do it, and to nobody else; the server asks again. */
export function Only({ may: deed, children }: { may: Deed; children: ReactNode }) {
  return useSettings().may(deed) ? children : null;
}

/** Boxes that whoever may not fill them in can read, with a line that says whose they are. */
export function Fields({ may: deed, says = true, children }: { may: Deed; says?: boolean; children: ReactNode }) {
  const { may } = useSettings();
  if (may(deed)) return children;
  return (
    <ConfigProvider componentDisabled>
      {says && <p className="small soft">To read: {ALLOWED[deed].join(" or ")} changes it.</p>}
      <fieldset disabled className="to-read">
        {children}
      </fieldset>
    </ConfigProvider>
  );
}
