/** Work that is done one after the other, whatever becomes of the one before. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();

  take<T>(work: () => Promise<T>): Promise<T> {
    const next = this.last.then(work, work);
    this.last = next.catch(() => undefined);
    return next;
  }

  /** Settles once all that was taken is done. */
  async settled(): Promise<void> {
    await this.last;
  }
}

/**
 * Questions of which only the newest counts: one is asked at a time, those that came meanwhile are dropped but for the
 * last, and an answer counts only while nothing else was decided.
 */
export class Newest<Wish, Answer> {
  private next: { wish: Wish } | null = null;
  private turn = Symbol();
  private asking = false;
  private readonly ask: (wish: Wish) => Promise<Answer>;
  private readonly told: (answer: Answer) => void;
  private readonly failed: (error: unknown, wish: Wish) => void;

  constructor(
    ask: (wish: Wish) => Promise<Answer>,
    told: (answer: Answer) => void,
    failed: (error: unknown, wish: Wish) => void,
  ) {
    this.ask = ask;
    this.told = told;
    this.failed = failed;
  }

  wish(wish: Wish): void {
    this.next = { wish };
    if (!this.asking) void this.go();
  }

  /** Whatever was asked, and hasn't been answered, is no longer of interest. */
  drop(): void {
    this.turn = Symbol();
    this.next = null;
  }

  private async go(): Promise<void> {
    this.asking = true;
    while (this.next) {
      const { wish } = this.next;
      const mine = this.turn;
      this.next = null;
      try {
        const answer = await this.ask(wish);
        if (this.turn === mine) this.told(answer);
      } catch (error) {
        // A newer wish is on its way: what was wrong with this one no longer matters.
        if (this.turn === mine && !this.waits()) this.failed(error, wish);
      }
    }
    this.asking = false;
  }

  private waits(): boolean {
    return this.next !== null;
  }
}
