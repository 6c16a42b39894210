import { describe, expect, it } from "vitest";
import { Newest, Turns } from "./turns";

/** A promise that is settled from outside. */
function open<T>() {
  let give: (value: T) => void = () => undefined;
  let refuse: (error: Error) => void = () => undefined;
  const promise = new Promise<T>((resolve, reject) => {
    give = resolve;
    refuse = reject;
  });
  return { promise, give, refuse };
}

const soon = () => new Promise((resolve) => setTimeout(resolve, 0));

describe("changes", () => {
  it("are done one after the other", async () => {
    const turns = new Turns();
    const first = open<null>();
    const done: string[] = [];
    void turns.take(async () => {
      await first.promise;
      done.push("first");
    });
    void turns.take(() => Promise.resolve(done.push("second")));
    await soon();
    expect(done).toEqual([]);
    first.give(null);
    await turns.settled();
    expect(done).toEqual(["first", "second"]);
  });

  it("go on after one that failed", async () => {
    const turns = new Turns();
    const failed = turns.take(() => Promise.reject(new Error("no")));
    await expect(failed).rejects.toThrow("no");
    await expect(turns.take(() => Promise.resolve("yes"))).resolves.toBe("yes");
  });
});

describe("previews", () => {
  function asked() {
    const sent: { wish: string; answer: ReturnType<typeof open<string>> }[] = [];
    const told: string[] = [];
    const failed: string[] = [];
    const newest = new Newest<string, string>(
      (wish) => {
        const answer = open<string>();
        sent.push({ wish, answer });
        return answer.promise;
      },
      (answer) => told.push(answer),
      (_, wish) => failed.push(wish),
    );
    return { newest, sent, told, failed };
  }

  it("ask for the newest only while one is under way", async () => {
    const { newest, sent, told } = asked();
    for (const wish of ["3", "30", "300"]) newest.wish(wish);
    expect(sent.map((each) => each.wish)).toEqual(["3"]);
    sent[0]?.answer.give("of 3");
    await soon();
    expect(sent.map((each) => each.wish)).toEqual(["3", "300"]);
    sent[1]?.answer.give("of 300");
    await soon();
    expect(told).toEqual(["of 3", "of 300"]);
  });

  it("don’t count once something was decided", async () => {
    const { newest, sent, told, failed } = asked();
    newest.wish("3");
    newest.wish("30");
    newest.drop();
    sent[0]?.answer.give("of 3");
    await soon();
    expect([told, failed, sent.length]).toEqual([[], [], 1]);
    newest.wish("5");
    sent[1]?.answer.give("of 5");
    await soon();
    expect(told).toEqual(["of 5"]);
  });

  it("say what was wrong only of the newest", async () => {
    const { newest, sent, failed } = asked();
    newest.wish("x");
    newest.wish("xy");
    sent[0]?.answer.refuse(new Error("no number"));
    await soon();
    expect(failed).toEqual([]);
    sent[1]?.answer.refuse(new Error("no number"));
    await soon();
    expect(failed).toEqual(["xy"]);
  });
});
