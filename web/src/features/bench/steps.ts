/** The steps of the work in their order: the one list that routes, rail and bench read. */
export const STEPS = [
  { name: "Brief", path: "brief", study: null },
  { name: "Shape", path: "shape", study: "shape" },
  { name: "Combs", path: "combs", study: "combs" },
  { name: "Run", path: "run", study: "run" },
  { name: "Season", path: "season", study: "season" },
  { name: "Move in", path: "move", study: "moving" },
  { name: "Lift", path: "lift", study: "lifting" },
  { name: "Winter", path: "winter", study: "winter" },
  { name: "Build", path: "build", study: "building" },
  { name: "Yard", path: "yard", study: null },
] as const;

export type Step = (typeof STEPS)[number]["path"];
/** Steps of a hive on the bench: the brief comes before it is one, the yard when it is built. */
export type BenchStep = Exclude<Step, "brief" | "yard">;

/** The step that a way names; none when there is no such step of a hive. */
export function stepOf(path: string | undefined): BenchStep | null {
  const found = STEPS.find((step) => step.path === path)?.path ?? null;
  return found === "brief" || found === "yard" ? null : found;
}

/** Studies of chamber, combs and run: they are asked with every edit. */
const LIVE = ["shape", "combs", "run"] as const;
type Study = NonNullable<(typeof STEPS)[number]["study"]>;
export type StudyName = Exclude<Study, (typeof LIVE)[number]>;

/** Studies that are asked apart from the edits, for they take longer. */
export const STUDIES: readonly StudyName[] = STEPS.flatMap(({ study }) => (study && !isLive(study) ? [study] : []));

function isLive(study: Study): study is (typeof LIVE)[number] {
  return LIVE.some((live) => live === study);
}

/** Where a step of a hive lies; with a finding, where it is shown. */
export function wayTo(id: string, path: BenchStep | "yard", finding?: string): string {
  return `/hive/${id}/${path}${finding ? `?finding=${encodeURIComponent(finding)}` : ""}`;
}
