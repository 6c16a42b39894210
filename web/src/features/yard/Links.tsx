import { useState } from "react";
import { useLinks, type LinkTo } from "../../api/yardChanges";
import { dayWords } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

const DAYS = [
  ["7", "a week"],
  ["30", "a month"],
  ["365", "a year"],
] as const;

/** Links at which others may look at one hive or design till a day; each can be ended before. */
export function Links(props: LinkTo) {
  const { reading } = useSettings();
  const { links, make, end } = useLinks(props);
  const [days, setDays] = useState("30");
  return (
    <section data-testid="links">
      <h3 className="text-lg">Let others look</h3>
      <p className="soft mb-2 text-xs">
        Whoever has the link sees the {props.of === "hive" ? "hive, its rods and its plan" : "design"}; no names, no
        notes, no photos, no place. It can’t be changed there.
      </p>
      <div className="mb-2 flex flex-wrap items-end gap-2">
        <label>
          <span className="block text-xs">For</span>
          <select
            className="select select-sm w-32"
            value={days}
            onChange={(event) => {
              setDays(event.target.value);
            }}
          >
            {DAYS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <Button
          onClick={() => {
            make.mutate(Number(days));
          }}
        >
          Make a link
        </Button>
      </div>
      <ul>
        {links.data?.map((link) => (
          <li key={link.id} className="border-t border-[var(--line)] py-1">
            <output className="block text-xs break-all select-all">{`${location.origin}/shared/${link.secret}`}</output>
            <span className="soft text-xs">till {dayWords(link.ends_on, reading)}</span>{" "}
            <button
              type="button"
              className="text-xs underline underline-offset-4"
              onClick={() => {
                end.mutate(link.id);
              }}
            >
              End it now
            </button>
          </li>
        ))}
      </ul>
      <Problem id="links-problem">{make.error?.message ?? end.error?.message ?? null}</Problem>
    </section>
  );
}
