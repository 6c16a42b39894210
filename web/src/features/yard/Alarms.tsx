import { Link } from "react-router";
import { useAlarms } from "../../api/readings";

/** What sensors warn of: loud, with its place and what to do. Nothing where nothing is wrong. */
export function Alarms({ of, id }: { of: "yards" | "hives"; id: string }) {
  const alarms = useAlarms(of, id);
  if (alarms.length === 0) return null;
  return (
    <section className="mb-5 border border-error px-3 py-2" data-testid="alarms" aria-label="Sensors warn">
      <ul>
        {alarms.map((alarm) => (
          <li key={`${alarm.hive} ${alarm.kind} ${alarm.words}`} className="py-1">
            <p className={alarm.grave ? "font-semibold text-error" : "font-semibold"}>
              {of === "yards" ? (
                <Link to={`/built/${alarm.hive}`} className="underline underline-offset-4">
                  {alarm.name}
                </Link>
              ) : null}
              {of === "yards" ? ": " : ""}
              {alarm.words}
            </p>
            <p className="text-xs">{alarm.todo}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}
