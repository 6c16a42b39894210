import { describe, expect, it } from "vitest";
import type { EditOut, Report } from "../../api/types";
import { bench, opened, stepEdit, type BenchState, type Move } from "./state";

/** An answer of the core about a hive of that name; a change of the name when it is one. */
function answer(name: string, before?: string): EditOut {
  const to = (value: string) => [{ op: "replace", path: "/name", value }];
  return {
    document: { name } as EditOut["document"],
    report: { name, chapters: {} } as unknown as Report,
    held: null,
    patch: before === undefined ? [] : to(name),
    inverse: before === undefined ? [] : to(before),
  };
}

function changed(state: BenchState, name: string, label = `to ${name}`): BenchState {
  const move: Move = { kind: "change", label };
  return bench(state, { type: "taken", out: answer(name, state.kept.document.name ?? ""), move });
}

const start = opened(answer("Bowline"));

describe("a design on the bench", () => {
  it("takes changes one by one, each with its way back", () => {
    const twice = changed(changed(start, "Sheepshank"), "Granny");
    expect(twice.kept.document.name).toBe("Granny");
    expect(twice.kept.past.map((step) => step.label)).toEqual(["to Sheepshank", "to Granny"]);
    expect(stepEdit(twice.kept, "undo")).toEqual({
      do: "patch",
      patch: [{ op: "replace", path: "/name", value: "Sheepshank" }],
    });
  });

  it("goes back and forward again", () => {
    const back = bench(changed(start, "Granny"), {
      type: "taken",
      out: answer("Bowline", "Granny"),
      move: { kind: "undo" },
    });
    expect(back.kept.past).toEqual([]);
    expect(stepEdit(back.kept, "undo")).toBeNull();
    expect(stepEdit(back.kept, "redo")).toEqual({
      do: "patch",
      patch: [{ op: "replace", path: "/name", value: "Granny" }],
    });
    const again = bench(back, { type: "taken", out: answer("Granny", "Bowline"), move: { kind: "redo" } });
    expect(again.kept.future).toEqual([]);
    expect(again.kept.past.map((step) => step.label)).toEqual(["to Granny"]);
  });

  it("forgets what was undone once something else is changed", () => {
    const back = bench(changed(start, "Granny"), {
      type: "taken",
      out: answer("Bowline", "Granny"),
      move: { kind: "undo" },
    });
    expect(changed(back, "Half hitch").kept.future).toEqual([]);
  });

  it("keeps no step of a change that changed nothing", () => {
    const same = bench(start, { type: "taken", out: answer("Bowline"), move: { kind: "change", label: "again" } });
    expect(same.kept.past).toEqual([]);
  });

  it("looks without touching document, held or history", () => {
    const one = changed(start, "Granny");
    const looked = bench(one, { type: "taken", out: answer("Other"), move: { kind: "look" } });
    expect(looked.kept).toEqual({ ...one.kept, report: { name: "Other", chapters: {} } });
  });

  it("begins anew with another design in its place", () => {
    const other = bench(changed(start, "Granny"), { type: "taken", out: answer("Reef"), move: { kind: "replace" } });
    expect([other.kept.past, other.kept.future, other.kept.document.name]).toEqual([[], [], "Reef"]);
  });

  it("shows what is typed until it is taken, refused or given up", () => {
    const report = { name: "typed", chapters: {} } as unknown as Report;
    const typed = bench(start, { type: "previewed", report });
    expect(typed.passing).toEqual(report);
    expect(changed(typed, "Granny").passing).toBeNull();
    expect(bench(typed, { type: "calmed" }).passing).toBeNull();
    const trouble = { source: "/name", reason: "Not so." };
    expect(bench(typed, { type: "refused", trouble })).toMatchObject({ passing: null, trouble });
    // What was typed on after a good start stays drawn while it is said what is wrong.
    expect(bench(typed, { type: "refused", trouble, passing: "stays" })).toMatchObject({
      passing: { name: "typed" },
      trouble,
    });
  });

  it("puts what is typed into the numbers and lists of the last whole report", () => {
    const metric = { key: "cavity.whole_l", label: "Whole cavity", value: 105.6 };
    const whole = { tables: [{ key: "items" }], metrics: { "cavity.whole_l": metric }, values: {} };
    const typed = { tables: [], metrics: {}, values: { "cavity.whole_l": 90, "comb.new": 1 } };
    const report = (shape: object) => ({ chapters: { shape } }) as unknown as Report;
    const before = { ...start, kept: { ...start.kept, report: report(whole) } };
    const shape = bench(before, { type: "previewed", report: report(typed) }).passing?.chapters["shape"];
    // A number that is new has no name yet; it comes with the change itself.
    expect(shape?.metrics).toEqual({ "cavity.whole_l": { ...metric, value: 90 } });
    expect(shape?.tables).toEqual(whole.tables);
  });

  it("forgets what was wrong once something new is tried", () => {
    const wrong = bench(start, { type: "refused", trouble: { source: "/name", reason: "Not so." } });
    expect(bench(wrong, { type: "tried" }).trouble).toBeNull();
    expect(bench(wrong, { type: "calmed" }).trouble).toBeNull();
  });

  it("says what a change waits for", () => {
    const waits = bench(start, { type: "waits", kind: "server" });
    expect(waits.waiting).toBe("server");
    expect(bench(waits, { type: "waits", kind: null }).waiting).toBeNull();
  });
});
