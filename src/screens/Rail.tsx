"use client";

import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useKeys } from "@/ui/useKeys";
import { useSettings } from "./settings";

const PLACES = [
  { name: "Jobs", href: "/" },
  { name: "Parts", href: "/parts" },
  { name: "Buying", href: "/buying" },
  { name: "Bench", href: "/bench" },
  { name: "Logbook", href: "/logbook" },
  { name: "Tools", href: "/tools" },
  { name: "House rules", href: "/house" },
] as const;

/** The thin bar on top: mark, places, the one find box, and who stands at this machine. */
export function Rail() {
  const path = usePathname();
  const router = useRouter();
  const { by, setBy, who, turned, toggleTurned } = useSettings();
  const [find, setFind] = useState("");
  // What is the shop's alone has a class; the page as a whole knows who looks.
  useEffect(() => {
    document.documentElement.toggleAttribute("data-turned", turned);
  }, [turned]);
  const box = useRef<HTMLInputElement>(null);
  useKeys("/", () => box.current?.focus(), { useKey: true });
  const here = (href: string) =>
    href === "/"
      ? path === "/" || path.startsWith("/jobs")
      : path.startsWith(href) || (href === "/buying" && path.startsWith("/suppliers"));
  // Where the one find box looks.
  const looks = path.startsWith("/parts") ? "/parts" : path.startsWith("/logbook") ? "/logbook" : "/";
  return (
    <header className="rail">
      <svg className="mark-gull" width="30" height="20" viewBox="0 0 30 20" aria-hidden>
        <path d="M2 9C6 2 11 2 15 8.5 19 2 24 2 28 9" fill="none" stroke="#F4F2EC" strokeWidth="2.6" strokeLinecap="round" />
        <path d="M13.2 13.2h3.6L15 17z" fill="#E0A100" />
      </svg>
      <Link href="/" prefetch={false} className="name">
        Gull Bench
      </Link>
      <nav aria-label="Places" style={{ display: "flex" }}>
        {PLACES.map(({ name, href }) => (
          <Link key={name} href={href} prefetch={false} className={`place${here(href) ? " here" : ""}`}>
            {name}
          </Link>
        ))}
      </nav>
      <span className="fill" />
      <form
        role="search"
        onSubmit={(event) => {
          event.preventDefault();
          router.push(`${looks}?find=${encodeURIComponent(find)}`);
        }}
      >
        <input
          ref={box}
          className="find"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          placeholder={{ "/parts": "Find a part  ( / )", "/logbook": "Find a bike  ( / )", "/": "Find a job  ( / )" }[looks]}
          aria-label="Find"
          maxLength={80}
        />
      </form>
      <button
        className={`turn${turned ? " on" : ""}`}
        onClick={toggleTurned}
        aria-pressed={turned}
        title="While the customer looks, what the shop pays and earns is not on the screen"
      >
        {turned ? "Customer looks" : "Only us"}
      </button>
      {who ? (
        <Link href="/people" prefetch={false} className="who signed" title={`Signed in: ${who.name}, ${who.role}`}>
          {who.name} <span>{who.role}</span>
        </Link>
      ) : (
        <input
          className="who"
          value={by}
          onChange={(event) => setBy(event.target.value.slice(0, 40))}
          placeholder="Your name"
          aria-label="Your name, for signing"
        />
      )}
    </header>
  );
}
