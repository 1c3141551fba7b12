import { isIPv6 } from "node:net";
import { RateLimiterMemory } from "rate-limiter-flexible";

/** How long the answer to a wrong guess is held back: the first, doubled each time, and at most (ms). */
const HOLD = { first: 500, most: 15_000 };
/** A source's wrong guesses are forgotten after so long without one (s). */
const FORGOTTEN_AFTER = 900;

/** Where a guess comes from: an address, or of IPv6 the network, as a house has as many addresses there as it likes. */
export function sourceOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, "").replace(/%.*$/, "");
  if (!isIPv6(plain)) return plain;
  const [head = "", tail = ""] = plain.split("::");
  const groups = (text: string) => (text === "" ? [] : text.split(":"));
  const [first, last] = [groups(head), groups(tail)];
  const zeros = plain.includes("::") ? Array<string>(8 - first.length - last.length).fill("0") : [];
  return `${[...first, ...zeros, ...last].slice(0, 4).join(":")}::/64`;
}

interface Waiting {
  begin(): Promise<void>;
  giveWay(): void;
}

/** Those who wait, a queue for each source, a turn for each in its order. */
class Lane {
  private readonly queues = new Map<string, Waiting[]>();
  size = 0;

  add(source: string, waiting: Waiting): void {
    const queue = this.queues.get(source);
    if (queue) queue.push(waiting);
    else this.queues.set(source, [waiting]);
    this.size += 1;
  }

  /** Takes the next one out; its source comes last then. */
  next(): Waiting | undefined {
    const [turn] = this.queues;
    if (!turn) return undefined;
    const [source, queue] = turn;
    this.queues.delete(source);
    const first = queue.shift()!;
    if (queue.length > 0) this.queues.set(source, queue);
    this.size -= 1;
    return first;
  }

  leave(source: string, waiting: Waiting): void {
    const queue = this.queues.get(source);
    const at = queue?.indexOf(waiting) ?? -1;
    if (!queue || at < 0) return;
    queue.splice(at, 1);
    this.size -= 1;
    if (queue.length === 0) this.queues.delete(source);
  }

  /** Takes out the latest of the longest queue. */
  givesWay(): Waiting | undefined {
    let longest: string | undefined;
    for (const [source, { length }] of this.queues)
      if (longest === undefined || length > this.queues.get(longest)!.length) longest = source;
    const last = longest === undefined ? undefined : this.queues.get(longest)!.at(-1);
    if (last) this.leave(longest!, last);
    return last;
  }
}

/** Somebody whose guess is weighed in turn. */
export interface Guesser {
  /** Where the guess comes from: sources take turns. */
  readonly source: string;
  /** Goes before all who are not. */
  readonly first: boolean;
  /** Aborted when whoever guessed has gone: nothing is weighed for nobody. */
  readonly gone: AbortSignal;
}

/**
 * Weighs guesses of a secret a few at a time, as each costs much. A right guess is never refused for what others did:
 * sources take turns, and what a wrong guess costs is its own answer, held back.
 */
export class Weighing {
  private readonly lanes = { first: new Lane(), later: new Lane() };
  private readonly wrong = new RateLimiterMemory({ points: 1_000_000, duration: FORGOTTEN_AFTER });
  private weighing = 0;

  /** @param atOnce guesses weighed at once @param waiting guesses that may wait; the longest queue gives way */
  constructor(
    private readonly atOnce: number,
    private readonly waiting: number,
  ) {}

  /** Weighs a guess when its turn has come: `crowded` where too many wait, `gone` where nobody waits for the answer. */
  inTurn<T>({ source, first, gone }: Guesser, weigh: () => Promise<T>): Promise<T | "crowded" | "gone"> {
    if (gone.aborted) return Promise.resolve("gone");
    const lane = first ? this.lanes.first : this.lanes.later;
    return new Promise((resolve, reject) => {
      const one: Waiting = { begin: () => weigh().then(resolve, reject), giveWay: () => resolve("crowded") };
      lane.add(source, one);
      const left = () => {
        lane.leave(source, one);
        resolve("gone");
      };
      gone.addEventListener("abort", left, { once: true });
      if (lane.size > this.waiting) lane.givesWay()?.giveWay();
      this.go();
    });
  }

  /**
   * How long the answer to a wrong guess is to be held back (ms): longer with each of its source.
   * @returns nothing is refused by it; a right guess of the same source is let in meanwhile
   */
  async holdAfterWrong(source: string): Promise<number> {
    const { consumedPoints } = await this.wrong.penalty(source);
    return Math.min(HOLD.most, HOLD.first * 2 ** (consumedPoints - 1));
  }

  private go(): void {
    while (this.weighing < this.atOnce) {
      const next = this.lanes.first.next() ?? this.lanes.later.next();
      if (!next) return;
      this.weighing += 1;
      void next.begin().finally(() => {
        this.weighing -= 1;
        this.go();
      });
    }
  }
}

/** Holds an answer back; until whoever waits for it has gone. */
export const held = (ms: number, gone: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, ms);
    gone.addEventListener(
      "abort",
      () => {
        clearTimeout(timer);
        resolve();
      },
      { once: true },
    );
  });
