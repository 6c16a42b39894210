import { told } from "../lib/format";
import { useSettings } from "../lib/settings";

/** What is wrong with a field, right at the field. */
export function Problem({ id, children }: { id: string; children: string | null }) {
  const { reading } = useSettings();
  if (!children) return null;
  return (
    <p id={id} role="alert" className="mt-1 text-xs font-medium text-error">
      {told(children, reading)}
    </p>
  );
}
