import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useBegin, useBrief, useRanking, useTake, type Answered } from "../../api/brief";
import { RefusedError } from "../../api/client";
import type { Brief, HiveSystem, TypedBoard } from "../../api/types";
import { sentence, typing } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Ask } from "../../ui/Ask";
import { Reading } from "../../ui/Reading";
import { Rail } from "../bench";
import { BestPanel } from "./BestPanel";
import { Boards } from "./Boards";
import { Questions } from "./Questions";
import { RankingPanel } from "./RankingPanel";

const EMPTY: TypedBoard = { label: "", length: "", width: "", thickness: "", count: "1" };

/** A few questions, and the hives that suit the answers. */
export function BriefPage() {
  const brief = useBrief();
  if (brief.isPending) return <p className="p-8">Opening …</p>;
  if (brief.isError)
    return (
      <p role="alert" className="p-8">
        The brief can’t be read: {brief.error.message}
      </p>
    );
  return <BriefRoom brief={brief.data} />;
}

function BriefRoom({ brief }: { brief: Brief }) {
  const { reading } = useSettings();
  const [answers, setAnswers] = useState<Record<string, unknown>>({ ...brief.answers, boards: [] });
  const [boards, setBoards] = useState<TypedBoard[]>([EMPTY]);
  const given: Answered = { answers: plain(answers), boards, ...typing(reading) };
  const { ranking, error } = useRanking(given);
  const begin = useBegin();
  const take = useTake();
  const navigate = useNavigate();
  const start = (chosen: HiveSystem, name: string) => {
    begin.mutate(
      { ...given, system: chosen, name },
      {
        onSuccess: (begun) => {
          if (begun.unmet.length === 0) void navigate(`/hive/${begun.design.id}/shape`);
        },
      },
    );
  };
  const begun = begin.data;
  const problems = error instanceof RefusedError ? error.refusal.problems : [];

  return (
    <div className="grid h-dvh min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <header
        className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-content bg-base-200 px-4
        py-1.5"
      >
        <Link to="/" className="named text-xl font-semibold" aria-label="Sabaka, back to the shelf">
          Sabaka
        </Link>
        <span className="no-print h-6 border-l border-[var(--line)] max-sm:hidden" />
        <span className="named text-lg">A new hive</span>
        <span className="grow" />
        <Reading />
      </header>
      <div
        className="min-h-0 overflow-auto md:grid md:grid-cols-[5.5rem_minmax(0,1fr)_25rem] md:overflow-hidden
        2xl:grid-cols-[7rem_minmax(0,1fr)_32rem]"
      >
        <Rail id={null} step="brief" findings={[]} />
        <main className="min-h-0 overflow-auto bg-base-100 px-5 py-4 md:border-r md:border-base-content">
          <h1 className="text-3xl leading-tight">Brief</h1>
          <p className="soft mb-4">
            Which hive suits your back, your bees, your place and what you own. Change any answer and see what follows.
          </p>
          <Questions
            questions={brief.questions}
            answers={answers}
            onAnswer={(question, value) => {
              setAnswers({ ...answers, [question]: value });
            }}
          />
          <Boards
            frames={brief.frames}
            owned={answers["frames"] as string[]}
            onOwned={(frames) => {
              setAnswers({ ...answers, frames });
            }}
            boards={boards}
            onBoards={setBoards}
            colonies={String(answers["colonies"])}
            onColonies={(colonies) => {
              setAnswers({ ...answers, colonies });
            }}
            problems={problems}
          />
          <BestPanel
            wishes={brief.wishes}
            given={given}
            busy={take.isPending}
            problem={take.error?.message ?? null}
            onTake={(sought, key, name) => {
              take.mutate(
                { ...sought, key, name },
                {
                  onSuccess: ({ design }) => void navigate(`/hive/${design.id}/shape`),
                },
              );
            }}
          />
        </main>
        <RankingPanel ranking={ranking} busy={begin.isPending} problem={begin.error?.message ?? null} onBegin={start} />
      </div>
      {begun && begun.unmet.length > 0 ? (
        <Ask title={`${begun.design.name} is begun`} onClose={() => void navigate(`/hive/${begun.design.id}/shape`)}>
          <p>What it does not take from your answers as you gave them, and why:</p>
          <ul className="my-3 grid gap-2" data-testid="unmet">
            {begun.unmet.map((said) => (
              <li key={said.template} className="border-l-2 border-warning pl-2">
                {sentence(said, reading)}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-neutral btn-sm"
            onClick={() => void navigate(`/hive/${begun.design.id}/shape`)}
          >
            Open the hive
          </button>
        </Ask>
      ) : null}
    </div>
  );
}

/** Answers as they are sent: the number of colonies as a number, what can't be one as it was typed. */
function plain(answers: Record<string, unknown>): Record<string, unknown> {
  const typed = String(answers["colonies"]);
  return { ...answers, colonies: /^\d+$/.test(typed) ? Number(typed) : typed };
}
