import { lazy, Suspense, useCallback, useEffect, useMemo, useState, type ComponentType } from "react";
import { useNavigate } from "react-router";
import { keep as keepOnDevice } from "../../api/kept";
import { bringBack, useFindingsOf } from "../../api/queries";
import type { DesignOut, EditOut } from "../../api/types";
import { fetchCharts } from "../../drawing/LazyChart";
import { useKeys } from "../../lib/keys";
import { Boundary } from "../../ui/Boundary";
import { SignInAgain } from "../signin";
import { asksFor, FIRST, firstView } from "./asks";
import { AnyStep } from "./AnyStep";
import { BrokenStep } from "./BrokenStep";
import type { StepProps } from "./StepFrame";
import { Conflict } from "./Conflict";
import type { LedgerTab } from "../shape";
import { Rail } from "./Rail";
import { Rod } from "./Rod";
import { benchKeys } from "./keys";
import { TopBar } from "./TopBar";
import type { Left } from "./slots";
import { STEPS, STUDIES, type BenchStep } from "./steps";
import { useChapter } from "./useChapter";
import { useAsked, useShown } from "./useAsked";
import { useBench } from "./useBench";
import { useKeeping } from "./useKeeping";

const BuildStep = lazy(async () => ({ default: (await import("../build")).BuildStep }));
const CombsStep = lazy(async () => ({ default: (await import("../combs")).CombsStep }));
const LiftStep = lazy(async () => ({ default: (await import("../lift")).LiftStep }));
const MoveStep = lazy(async () => ({ default: (await import("../move")).MoveStep }));
const RunStep = lazy(async () => ({ default: (await import("../run")).RunStep }));
const SeasonStep = lazy(async () => ({ default: (await import("../season")).SeasonStep }));
const ShapeStep = lazy(async () => ({ default: (await import("../shape")).ShapeStep }));
const WinterStep = lazy(async () => ({ default: (await import("../winter")).WinterStep }));

/** Screens of their own; a step without one is shown in the usual way. */
const OWN: Partial<Record<BenchStep, ComponentType<StepProps>>> = {
  season: SeasonStep,
  move: MoveStep,
  lift: LiftStep,
  winter: WinterStep,
  build: BuildStep,
};

/** Fetches every step, so that the others open without the server too. */
function fetchSteps(): void {
  void Promise.allSettled([
    import("../build"),
    import("../combs"),
    import("../lift"),
    import("../move"),
    import("../run"),
    import("../season"),
    import("../shape"),
    import("../winter"),
    fetchCharts(),
  ]);
}

interface BenchRoomProps {
  id: string;
  step: BenchStep;
  design: DesignOut;
  first: EditOut;
  left: Left | null;
  /** When what is shown came from the server, where it can’t be reached; null where it was just fetched. */
  asOf: string | null;
}

/** Under which name a design with its last report lies on the device. */
export function benchOnDevice(id: string): string {
  return `bench ${id}`;
}

/** The bench: rail, drawing, ledger and rod around one design. */
export function BenchRoom({ id, step, design, first, left, asOf }: BenchRoomProps) {
  const { state, keep, rebase, send } = useKeeping(id, left?.work.base ?? design.revision);
  const [tab, setTab] = useState<LedgerTab>("read");
  const [view, setView] = useState(firstView(first.document));
  const [comb, setComb] = useState("");
  const [thing, setThing] = useState("");
  const asked = useMemo(() => asksFor({ step, tab, view, comb, thing }), [step, tab, view, comb, thing]);
  const bench = useBench(first, keep, asked);
  // Another chamber, or other walls, may have no such drawing.
  if (bench.shape && !bench.shape.views.includes(view)) setView(FIRST.view);
  const [chosen, setChosen] = useState<number | null>(null);
  const [pointed, setPointed] = useState<string | null>(null);
  const { study = null, name: title = "" } = STEPS.find(({ path }) => path === step) ?? {};
  const Own = OWN[step] ?? AnyStep;
  const studied = useChapter(bench.document, id, STUDIES.find((name) => name === study) ?? null);
  const planned = studied.chapter?.drawings["rod"];
  const { undo, redo } = bench;
  const apart = useFindingsOf(bench.document, STUDIES, true);
  const findings = useMemo(() => [...bench.findings, ...apart], [bench.findings, apart]);

  useEffect(fetchSteps, []);
  // Without a network it opens as it was last kept.
  const { lies } = bench;
  useEffect(() => {
    if (state.kind !== "kept" || (asOf !== null && lies.document === first.document)) return;
    const page = { design: { ...design, document: lies.document, revision: state.revision }, first: lies, left: null };
    void keepOnDevice(benchOnDevice(id), page);
  }, [id, design, first, asOf, lies, state]);
  useEffect(() => {
    if (left) keep(left.work.document, left.work.label, left);
  }, [left, keep]);
  const [signing, setSigning] = useState(false);

  const navigate = useNavigate();
  const keys = useMemo(
    () => benchKeys(id, step, findings, { undo, redo }, (way) => void navigate(way)),
    [id, step, findings, undo, redo, navigate],
  );
  useKeys("On the bench", keys);

  const choose = useCallback((index: number) => {
    setChosen(index);
    setTab("run");
  }, []);
  const point = useCallback((finding: string) => {
    setPointed(finding);
    setTab("read");
  }, []);
  const { seen } = useAsked();
  useShown((finding) => {
    setChosen(null);
    point(finding);
  });
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
    <div className="bench grid h-dvh min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto]">
      <TopBar
        id={id}
        step={step}
        asOf={asOf}
        bench={bench}
        keeping={state}
        onSignIn={() => {
          setSigning(true);
        }}
      />
      <div
        className="bench-body min-h-0 overflow-auto md:grid md:grid-cols-[5.5rem_minmax(0,1fr)_20rem] md:overflow-hidden
        2xl:grid-cols-[7rem_minmax(0,1fr)_25rem]"
      >
        <Rail id={id} step={step} findings={findings} />
        <Boundary key={step} broken={(again) => <BrokenStep bench={bench} again={again} />}>
          <Suspense fallback={<p className="p-5">Opening …</p>}>
            {step === "combs" ? (
              <CombsStep bench={bench} onChoose={setComb} />
            ) : step === "run" ? (
              <RunStep bench={bench} chosen={chosen} onChoose={setChosen} pointed={pointed} onPoint={point} />
            ) : step !== "shape" ? (
              <Own id={id} bench={bench} title={title} {...studied} />
            ) : (
              <ShapeStep
                id={id}
                bench={bench}
                revision={state.revision}
                tab={tab}
                onTab={setTab}
                view={view}
                onView={setView}
                thing={thing}
                onThing={(taken, box) => {
                  if (box !== null && box !== bench.report.box) bench.enter(box);
                  setThing(taken);
                  setTab("set");
                }}
                chosen={chosen}
                onChoose={setChosen}
                pointed={pointed}
                onPoint={(finding) => {
                  seen();
                  setPointed(finding);
                }}
                onMark={point}
                onBringBack={(number) => becomes(() => bringBack(id, number))}
              />
            )}
          </Suspense>
        </Boundary>
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
        <Suspense fallback={null}>
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
        </Suspense>
      ) : null}
    </div>
  );
}
