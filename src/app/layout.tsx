import type { Metadata, Viewport } from "next";
import localFont from "next/font/local";

import "antd/dist/antd.css";
import "@/ui/base.css";
import { Shell } from "@/screens/Shell";
import { Styles } from "@/screens/Styles";
import { whoAsks } from "@/server/who";
import { createNewJob } from "./actions";

const text = localFont({
  src: [
    {
      path: "../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf",
      weight: "400",
    },
    {
      path: "../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf",
      weight: "600",
    },
    {
      path: "../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf",
      weight: "700",
    },
  ],
  variable: "--font-text",
});
const figures = localFont({
  src: [
    {
      path: "../../node_modules/@expo-google-fonts/atkinson-hyperlegible-mono/400Regular/AtkinsonHyperlegibleMono_400Regular.ttf",
      weight: "400",
    },
    {
      path: "../../node_modules/@expo-google-fonts/atkinson-hyperlegible-mono/600SemiBold/AtkinsonHyperlegibleMono_600SemiBold.ttf",
      weight: "600",
    },
  ],
  variable: "--font-figures",
});

export const metadata: Metadata = {
  title: "Gull Bench",
  description: "Converting bicycles to electric, to order: fit, price, parts, work.",
};
/** Every page carries the word of its own answer for its scripts, so none is made beforehand. */
export const dynamic = "force-dynamic";
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const who = (await whoAsks()) ?? null;
  return (
    <html lang="en" className={`${text.variable} ${figures.variable}`}>
      <body>
        <Styles>
          <Shell createJob={createNewJob} who={who}>
            {children}
          </Shell>
        </Styles>
      </body>
    </html>
  );
}
