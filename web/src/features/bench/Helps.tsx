import type { Mend } from "../../api/types";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import type { Bench } from "./useBench";

/** Changes that were tried and help, the best first; what is promised is what a click gives. */
export function Helps({ title, helps, bench }: { title: string; helps: Mend[]; bench: Bench }) {
  const { reading } = useSettings();
  return (
    <section className="mb-3">
      <h2 className="mt-3 text-lg">{title}</h2>
      <ul className="border-t border-[var(--line)]" data-testid="helps">
        {helps.length === 0 ? <li>Nothing that was tried helps.</li> : null}
        {helps.map((mend) => {
          const words = sentence(mend.label, reading);
          return (
            <li key={words} className="flex items-start gap-2 border-b border-[var(--line)] py-1">
              <span className="grow">
                {words}
                {mend.gives ? <span className="soft block text-xs">{sentence(mend.gives, reading)}</span> : null}
              </span>
              <button
                type="button"
                className="min-h-7 shrink-0 rounded border border-base-content px-2"
                onClick={() => void bench.commit({ do: "patch", patch: mend.patch }, words, "helps")}
              >
                Do it
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
