"use client";

import { Select } from "antd";
import { Dialog } from "@/ui/Dialog";
import { useState } from "react";
import type { CalendarLinkView } from "@/core/people/links";
import type { BenchPage } from "@/core/bench/page";
import { formatDay } from "@/core/units/date";
import { Field } from "@/ui/boxes";
import { AddressList, useAddresses, type Answer } from "../people/Addresses";
import { useSettings } from "../settings";

export type CalendarsOf = {
  list: () => Promise<Answer<CalendarLinkView[]>>;
  give: (person: string, by: string) => Promise<Answer<{ path: string; links: CalendarLinkView[] }>>;
  end: (id: number) => Promise<Answer<CalendarLinkView[]>>;
};

/** Addresses under which a telephone's or an office's calendar looks at the bench, again and again. */
export function Calendars({
  people,
  calendars,
  onClose,
}: {
  people: BenchPage["people"];
  calendars: CalendarsOf;
  onClose: () => void;
}) {
  const { by } = useSettings();
  const [person, setPerson] = useState("");
  const addresses = useAddresses(calendars.list);
  const whose = (id: string) =>
    id === "" ? "Everybody" : (people.find((one) => one.id === id)?.name ?? "Somebody who is here no more");
  return (
    <Dialog open onCancel={onClose} footer={null} title="The bench in a calendar" destroyOnHidden>
      <p>
        A calendar program that is given the address looks again every quarter of an hour: what moves here moves there. Whoever
        has the address sees which bike is worked on when, with its customer&rsquo;s name, and changes nothing.
      </p>
      <form
        className="link-make"
        onSubmit={(event) => {
          event.preventDefault();
          void addresses.make(calendars.give(person, by));
        }}
      >
        <Field label="Whose work">
          <Select
            value={person}
            onChange={setPerson}
            options={["", ...people.map(({ id }) => id)].map((id) => ({ value: id, label: whose(id) }))}
            aria-label="Whose work"
          />
        </Field>
        <button className="button main-action" disabled={addresses.busy}>
          Make an address
        </button>
      </form>
      <AddressList
        of={addresses}
        none="No calendar looks at the bench yet."
        lineOf={(link) => ({
          says: `${whose(link.person)}, made ${formatDay(link.madeAt.slice(0, 10))}${link.by && ` by ${link.by}`}${link.ended ? ", ended" : ""}`,
          isOpen: !link.ended,
        })}
        onEnd={(id) => void addresses.end(calendars.end(id))}
      />
      <p className="small soft">
        Once as a file, as it stands now:{" "}
        <a href={`/api/bench/calendar.ics${person && `?person=${encodeURIComponent(person)}`}`} download="bench.ics">
          {whose(person)}
        </a>
      </p>
    </Dialog>
  );
}
