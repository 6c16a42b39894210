import type { CarryOut } from "../../api/types";
import { told } from "../../lib/format";
import { useSettings } from "../../lib/settings";

/** What to carry for all that is due by today: one walk there, one back. */
export function Carry({ carry, of }: { carry: CarryOut[]; of: string }) {
  const { reading } = useSettings();
  return (
    <section className="mt-6 border-t border-[var(--line)] pt-3" data-testid="carry">
      <h2 className="mb-1 text-xl">To carry today</h2>
      <p className="soft mb-1 text-xs">For all that is due in {of} by today.</p>
      <ul>
        {carry.map((each) => (
          <li key={each.what} className="border-b border-[var(--line)] py-1">
            {told(each.what, reading)}
            {each.hives.length > 0 ? <span className="soft"> · {each.hives.join(", ")}</span> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
