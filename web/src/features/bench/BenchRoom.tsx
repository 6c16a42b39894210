import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { bringBack, useFindingsOf, useMovingRod } from "../../api/queries";
import type { DesignOut, EditOut, ReportPart } from "../../api/types";
import { SignInAgain } from "../signin";
import { BuildStep } from "./BuildStep";
import { CombsStep } from "./CombsStep";
import { Conflict } from "./Conflict";
import { Desk } from "./Desk";
import { Ledger, type LedgerTab } from "./Ledger";
import { MoveStep } from "./MoveStep";
import { Rail } from "./Rail";
import { Rod } from "./Rod";
import { RunStep } from "./RunStep";
import { TopBar } from "./TopBar";
import type { Left } from "./slots";
import { STEPS, STUDIES, type BenchStep } from "./steps";
import { useChapter } from "./useChapter";
import { useBench } from "./useBench";
import { useKeeping } from "./useKeeping";

const LiftStep = lazy(() => import("../lift").then(({ LiftStep: step }) => ({ default: step })));
const SeasonStep = lazy(() => import("../season").then(({ SeasonStep: step }) => ({ default: step })));
const WinterStep = lazy(() => import("../winter").then(({ WinterStep: step }) => ({ default: step })));

/** What a step shows besides the drawing on the desk. */
const PARTS: Record<BenchStep, ReportPart[]> = {
  shape: [],
  combs: ["combs"],
  run: ["plan", "along", "sheet"],
  season: [],
  move: [],
  lift: [],
  winter: [],
  build: [],
};

interface BenchRoomProps {
  id: string;
  step: BenchStep;
  design: DesignOut;
  first: EditOut;
  left: Left | null;
}

/** The bench: rail, drawing, ledger and rod around one design. */
export function BenchRoom({ id, step, design, first, left }: BenchRoomProps) {
  const { state, keep, rebase, send } = useKeeping(id, left?.work.base ?? design.revision);
  const [tab, setTab] = useState<LedgerTab>("read");
  const bench = useBench(first, keep, step !== "shape" || tab === "set" || tab === "run", PARTS[step]);
  const [chosen, setChosen] = useState<number | null>(null);
  const [pointed, setPointed] = useState<string | null>(null);
  const [stage, setStage] = useState(0);
  const study = STEPS.find(({ path }) => path === step)?.study ?? null;
  const studied = useChapter(bench.document, STUDIES.find((name) => name === study) ?? null);
  const stages = useMovingRod(bench.document, stage, step === "move");
  const planned = step === "move" ? stages : studied.chapter?.drawings["rod"];
  const { undo, redo } = bench;
  const apart = useFindingsOf(bench.document, STUDIES, true);
  const findings = useMemo(() => [...bench.report.findings, ...apart], [bench.report.findings, apart]);

  useEffect(() => {
    if (left) keep(left.work.document, left.work.label, left);
  }, [left, keep]);
  const [signing, setSigning] = useState(false);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      const pressed = event.key.toLowerCase();
      if (typing || (pressed !== "z" && pressed !== "y")) return;
      event.preventDefault();
      if (pressed === "y" || event.shiftKey) redo();
      else undo();
    };
    addEventListener("keydown", onKey);
    return () => {
      removeEventListener("keydown", onKey);
    };
  }, [undo, redo]);

  const choose = useCallback((index: number) => {
    setChosen(index);
    setTab("run");
  }, []);
  const point = useCallback((finding: string) => {
    setPointed(finding);
    setTab("read");
  }, []);
  /** Puts another state on the bench, once all that was typed is kept; false when it can’t be. */
  const becomes = useCallback(
    async (other: () => Promise<DesignOut>) => {
      await bench.settled();
      if (!(await send())) return false;
      try {
        const next = await other();
        await bench.replace(next.document);
        rebase(next.revision);
        return true;
      } catch {
        return false;
      }
    },
    [bench, rebase, send],
  );

  return (
    <div className="grid h-dvh min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto]">
      <TopBar
        id={id}
        bench={bench}
        keeping={state}
        onSignIn={() => {
          setSigning(true);
        }}
      />
      <div
        className="min-h-0 overflow-auto md:grid md:grid-cols-[5.5rem_minmax(0,1fr)_20rem] md:overflow-hidden
        2xl:grid-cols-[7rem_minmax(0,1fr)_25rem]"
      >
        <Rail id={id} step={step} findings={findings} />
        <Suspense fallback={<p className="p-5">Opening …</p>}>
          {step === "combs" ? (
            <CombsStep bench={bench} />
          ) : step === "run" ? (
            <RunStep bench={bench} chosen={chosen} onChoose={setChosen} pointed={pointed} onPoint={point} />
          ) : step === "season" ? (
            <SeasonStep id={id} bench={bench} {...studied} />
          ) : step === "move" ? (
            <MoveStep id={id} bench={bench} stage={stage} onStage={setStage} />
          ) : step === "lift" ? (
            <LiftStep id={id} bench={bench} {...studied} />
          ) : step === "winter" ? (
            <WinterStep id={id} bench={bench} {...studied} />
          ) : step === "build" ? (
            <BuildStep id={id} bench={bench} />
          ) : (
            <>
              <Desk bench={bench} pointed={pointed} onPoint={point} />
              <Ledger
                id={id}
                bench={bench}
                revision={state.revision}
                tab={tab}
                onTab={setTab}
                chosen={chosen}
                onChoose={setChosen}
                pointed={pointed}
                onPoint={setPointed}
                onBringBack={(number) => becomes(() => bringBack(id, number))}
              />
            </>
          )}
        </Suspense>
      </div>
      <Rod bench={bench} planned={planned} chosen={chosen} onChoose={choose} pointed={pointed} onPoint={point} />
      {state.kind === "conflict" ? (
        <Conflict
          conflict={state.conflict}
          onNewer={() => becomes(() => Promise.resolve(state.conflict.current))}
          onMine={() => {
            rebase(state.conflict.current.revision);
            keep(bench.document, "Kept over a newer revision");
          }}
        />
      ) : null}
      {signing ? (
        <SignInAgain
          onClose={() => {
            setSigning(false);
          }}
          onDone={() => {
            setSigning(false);
            bench.wake();
            void send();
          }}
        />
      ) : null}
    </div>
  );
}
