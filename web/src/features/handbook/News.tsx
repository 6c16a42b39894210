import { useState } from "react";
import { Link } from "react-router";
import { useMe } from "../../api/queries";
import { fromDevice, ontoDevice } from "../../lib/device";
import { Button } from "../../ui/Button";
import { CHANGES } from "./glossary";

const SEEN = "sabaka.news";

/** What changed since this keeper was here; nothing for who came after it, or has put it away. */
export function News() {
  const me = useMe();
  const [seen, setSeen] = useState(() => fromDevice(SEEN));
  const since = seen ?? me.data?.since;
  const fresh = since ? CHANGES.filter((change) => change.day > since) : [];
  if (fresh.length === 0) return null;
  return (
    <section aria-label="What changed" className="mb-5 rounded border border-primary bg-base-100 px-4 py-3">
      <h2 className="text-lg">New since you were here</h2>
      <ul className="mb-2 list-disc pl-5">
        {fresh.map((change) => (
          <li key={change.says}>{change.says}</li>
        ))}
      </ul>
      <p className="flex items-center gap-4">
        <Button
          onClick={() => {
            const newest = CHANGES[0]?.day ?? "";
            ontoDevice(SEEN, newest);
            setSeen(newest);
          }}
        >
          Put it away
        </Button>
        <Link to="/handbook/changes" className="underline">
          All that changed
        </Link>
      </p>
    </section>
  );
}
