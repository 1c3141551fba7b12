/** Heavy work a few at a time, the others in the order they came: each holds memory, and together they only take longer. */
export class Slots {
  private busy = 0;
  private readonly waiting: (() => void)[] = [];

  /** @param most how many go on at once */
  constructor(private readonly most: number) {}

  /**
   * Does work when there is a slot for it.
   * @param gone aborted when nobody waits for it any more: it is not begun then, and what that says is thrown
   */
  async run<T>(gone: AbortSignal, work: () => Promise<T>): Promise<T> {
    if (this.busy >= this.most) await new Promise<void>((resolve) => this.waiting.push(resolve));
    else this.busy += 1;
    try {
      gone.throwIfAborted();
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.busy -= 1;
    }
  }
}
