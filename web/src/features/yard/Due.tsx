import { useState } from "react";
import type { DueOut } from "../../api/types";
import { useYardChanges } from "../../api/yardChanges";
import { dayWords, told } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Toast } from "../../ui/Toast";

/** What is due, by days: overdue first, loud. What is ticked off can be put back. */
export function Due({ due }: { due: DueOut[] }) {
  const { reading } = useSettings();
  const { tick } = useYardChanges();
  const [done, setDone] = useState<DueOut | null>(null);
  const days = [...new Set(due.map((each) => (each.overdue ? "" : each.day)))];
  return (
    <div data-testid="due">
      {due.length === 0 ? <p className="soft">Nothing in the next three weeks.</p> : null}
      {days.map((day) => (
        <section key={day} className="mb-4">
          <h3 className={`border-b border-[var(--line)] text-lg ${day ? "" : "text-error"}`}>
            {day ? dayWords(day, reading) : "Overdue"}
          </h3>
          <ul>
            {due
              .filter((each) => (each.overdue ? "" : each.day) === day)
              .map((each) => (
                <OneDue
                  key={`${each.hive} ${each.key}`}
                  due={each}
                  onDone={() => {
                    tick.mutate({ hive: each.hive, due: each.key });
                    setDone(each);
                  }}
                />
              ))}
          </ul>
        </section>
      ))}
      {done ? (
        <Toast
          words={`Ticked off: ${done.name}, ${done.words}`}
          action={{
            label: "Put it back",
            run: () => {
              tick.mutate({ hive: done.hive, due: done.key });
              setDone(null);
            },
          }}
          onClose={() => {
            setDone(null);
          }}
        />
      ) : null}
    </div>
  );
}

function OneDue({ due, onDone }: { due: DueOut; onDone: () => void }) {
  const { reading } = useSettings();
  return (
    <li className="flex items-start gap-3 border-b border-[var(--line)] py-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm mt-0.5 border-base-content"
        aria-label={`Done: ${due.words}, ${due.name}`}
        checked={false}
        onChange={onDone}
      />
      <span className="w-20 shrink-0 font-semibold">{due.name}</span>
      <span className="min-w-0">
        <span className={due.overdue ? "text-error" : due.of === "plan" ? "text-primary" : ""}>
          {told(due.words, reading)}
        </span>
        <span className="soft block text-xs">
          {due.overdue ? `until ${dayWords(due.last, reading)} · ` : ""}
          {told(due.why, reading)}
        </span>
      </span>
    </li>
  );
}
