import type { Finding } from "../../api/types";
import type { Key } from "../../lib/keys";
import { ordinal } from "../../lib/format";
import { STEPS, stepOf, wayTo, type BenchStep } from "./steps";

/** Keys of the bench: its steps by their place in the rail, undo and redo, what is wrong, paper. */
export function benchKeys(
  id: string,
  step: BenchStep,
  findings: readonly Finding[],
  { undo, redo }: { undo: () => void; redo: () => void },
  go: (way: string) => void,
): Key[] {
  const steps = STEPS.flatMap(({ name, path }) => {
    const to = path === "yard" ? path : stepOf(path);
    return to ? [{ name, to }] : [];
  });
  const gravest = findings.find(({ severity }) => severity === "error") ?? findings[0];
  const toIt = () => {
    const of = STEPS.find(({ study }) => study === gravest?.step);
    const at = stepOf(of?.path);
    if (gravest && at) go(wayTo(id, at, gravest.id));
  };
  return [
    ...steps.map(({ name, to }, index) => ({
      press: ordinal(index),
      words: name,
      run: () => {
        go(wayTo(id, to));
      },
    })),
    ...(gravest ? [{ press: "f", words: "The gravest that is to mend", run: toIt }] : []),
    {
      press: "p",
      words: "This step on paper",
      run: () => {
        go(`/hive/${id}/print/${step}`);
      },
    },
    { press: "z", held: true, words: "Undo", run: undo },
    { press: "z", held: true, shift: true, words: "Redo", run: redo },
    { press: "y", held: true, words: "Redo, too", run: redo },
  ];
}
