import { useState } from "react";
import { Link } from "react-router";
import { lookAtRevision, useRevisions } from "../../api/queries";
import type { DesignOut, RevisionOut } from "../../api/types";
import { ago, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Numbers } from "../../drawing/Numbers";
import { Sheet } from "../../drawing/Sheet";
import { Ask } from "../../ui/Ask";
import { Problem } from "../../ui/Problem";
import { firstReport, PRINTED } from "../bench";
import { NameRevision } from "./NameRevision";

interface RevisionsTabProps {
  id: string;
  revision: number;
  /** Makes a kept state the current one; false while a newer change isn’t kept yet. */
  onBringBack: (number: number) => Promise<boolean>;
}

interface Looked {
  number: number;
  design: DesignOut;
  first: Awaited<ReturnType<typeof firstReport>>;
}

/** Every kept state, to look at and to bring back, and the files to take along. */
export function RevisionsTab({ id, revision, onBringBack }: RevisionsTabProps) {
  const revisions = useRevisions(id, revision);
  const [looked, setLooked] = useState<Looked | null>(null);
  const { reading } = useSettings();
  const [now] = useState(Date.now);
  const [stuck, setStuck] = useState(false);
  const [naming, setNaming] = useState<RevisionOut | null>(null);

  const section = looked?.first.report.chapters["shape"]?.drawings["section"];
  const rod = looked?.first.report.chapters["run"]?.drawings["rod"];
  const look = async (number: number) => {
    const design = await lookAtRevision(id, number);
    setStuck(false);
    setLooked({ number, design, first: await firstReport(design.document, PRINTED) });
  };
  const back = async (number: number) => {
    if (await onBringBack(number)) setLooked(null);
    else setStuck(true);
  };

  return (
    <>
      <h2 className="text-lg">Files</h2>
      <ul className="mb-4 border-t border-[var(--line)] py-1">
        <li>
          <a className="underline underline-offset-4" href={`/api/designs/${id}/file`} download>
            Save the design as a file
          </a>
        </li>
        {(["section", "along", "plan", "rod"] as const).map((name) => (
          <li key={name}>
            <a className="underline underline-offset-4" href={`/api/designs/${id}/drawings/${name}`} download>
              Save the drawing “{TITLES[name]}” as SVG
            </a>
          </li>
        ))}
      </ul>
      <h2 className="text-lg">Revisions</h2>
      <p className="soft text-xs">
        The newest two hundred are kept; of older ones the last of each day, for a year. One with a name stays for good.
      </p>
      <ol className="border-t border-[var(--line)]">
        {revisions.data?.map((each) => (
          <li
            key={each.number}
            className="flex items-baseline gap-2 border-b border-[var(--line)] py-1"
            data-revision={each.number}
          >
            <span className="w-7 font-semibold">{each.number}</span>
            <span className="min-w-0 grow">
              {each.name ? <strong className="named block">{each.name}</strong> : null}
              {words(each)} <span className="soft text-xs">{ago(each.made_at, now, reading)}</span>
            </span>
            <button
              type="button"
              className="underline underline-offset-4"
              aria-label={`Name revision ${String(each.number)}`}
              onClick={() => {
                setNaming(each);
              }}
            >
              Name
            </button>
            <button
              type="button"
              className="text-primary underline underline-offset-4"
              aria-label={`Look at revision ${String(each.number)}`}
              onClick={() => void look(each.number)}
            >
              Look
            </button>
          </li>
        ))}
      </ol>
      {naming ? (
        <NameRevision
          key={naming.number}
          design={id}
          revision={naming}
          onDone={() => {
            setNaming(null);
          }}
        />
      ) : null}
      {looked ? (
        <Ask
          title={`Revision ${String(looked.number)}`}
          onClose={() => {
            setLooked(null);
          }}
        >
          <p className="mb-2">
            {looked.design.name}, {sentence(looked.first.report.summary, reading)}
          </p>
          {section ? (
            <Sheet drawing={section} className="h-72" overlay={(t) => <Numbers drawing={section} t={t} />} />
          ) : null}
          {rod ? <Sheet drawing={rod} stretch className="h-24" /> : null}
          <div className="mt-4 flex gap-3">
            <button type="button" className="btn btn-neutral" onClick={() => void back(looked.number)}>
              Bring it back
            </button>
            <Link className="btn btn-outline" to={`/compare?of=${id}&of=${id}:${String(looked.number)}`}>
              Compare
            </Link>
            <button
              type="button"
              className="btn btn-ghost"
              onClick={() => {
                setLooked(null);
              }}
            >
              Leave it
            </button>
          </div>
          <Problem id="revision-problem">
            {stuck
              ? "Your last change isn’t kept yet, so nothing takes its place. Try again when Sabaka can be reached."
              : null}
          </Problem>
        </Ask>
      ) : null}
    </>
  );
}

const TITLES = { section: "across", along: "along", plan: "from above", rod: "rod" };

function words(revision: RevisionOut): string {
  const label = revision.label || revision.kind;
  if (revision.kind === "aside") return `${label} (kept aside)`;
  return revision.current ? `${label} (now)` : label;
}
