"use client";

import { notification } from "antd";
import { createContext, useContext, type ReactNode } from "react";

type Notices = ReturnType<typeof notification.useNotification>[0];

const NoticesContext = createContext<Notices | null>(null);

/** Where what is said on any screen stands. Only this of the toolkit's frame is used: its dialogs and messages would load with every page. */
export function NoticesProvider({ children }: { children: ReactNode }) {
  const [notices, holder] = notification.useNotification();
  return (
    <NoticesContext value={notices}>
      {holder}
      {children}
    </NoticesContext>
  );
}

export function useNotices(): Notices {
  const notices = useContext(NoticesContext);
  if (!notices) throw new Error("useNotices is called outside the shell");
  return notices;
}
