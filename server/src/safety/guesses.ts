import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { isIPv6 } from "node:net";
import { promisify } from "node:util";
import { RateLimiterMemory } from "rate-limiter-flexible";

const derive = promisify(scrypt) as (
  passphrase: string,
  salt: Buffer,
  length: number,
  options: { N: number; r: number; p: number; maxmem: number },
) => Promise<Buffer>;

/** Cost of one guess: about a twentieth of a second and 16 MiB (RFC 7914 names the parameters). */
const COST = { N: 2 ** 14, r: 8, p: 1, maxmem: 64 * 2 ** 20 };
const HASH_BYTES = 32;
/** A longer text is no passphrase, and not worth hashing. */
const LONGEST_PASSPHRASE = 256;
/** Guesses weighed at once: with their cost, the most that anybody can try, some forty a second. */
const MOST_AT_ONCE = 2;
/** Guesses that wait, each on a line of its own that stays open; the longest queue gives way. */
const MOST_WAITING = 4_000;
/** Wrong guesses after which a known browser waits like a stranger, for a minute. */
const KNOWN_MAY_FAIL = 5;
/** How long the answer to a wrong guess is held back: the first, doubled each time, and at most (ms). */
const HOLD = { first: 500, most: 15_000 };
/** A source's wrong guesses are forgotten after so long without one (s). */
const FORGOTTEN_AFTER = 900;

/** Somebody who says the passphrase. */
export interface Guess {
  readonly text: string;
  /** The address it came from. */
  readonly address: string;
  /** Name of the browser where it has been let in before. */
  readonly known: string | null;
  /** Aborted when whoever guessed has gone: nothing is weighed for nobody. */
  readonly gone: AbortSignal;
}

/** What became of a guess; `crowded` where too many wait already, `gone` where nobody waits for the answer. */
export type Weighed = "right" | "wrong" | "crowded" | "gone";

interface Waiting {
  readonly guess: Guess;
  settle(weighed: Weighed): void;
}

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

/**
 * Weighs guesses of the passphrase, of which only a hash is kept, in memory. A right one is never refused for what others
 * did: browsers let in before go first, sources take turns, and what a wrong guess costs is its own answer, held back.
 */
export class Guesses {
  private readonly salt = randomBytes(16);
  private hash: Promise<Buffer>;
  private readonly known = new Lane();
  private readonly strangers = new Lane();
  private readonly wrong = new RateLimiterMemory({ points: 1_000_000, duration: FORGOTTEN_AFTER });
  private readonly knownWrong = new RateLimiterMemory({ points: KNOWN_MAY_FAIL, duration: 60 });
  private weighing = 0;

  constructor(passphrase: string) {
    this.hash = this.hashOf(passphrase);
  }

  private hashOf(text: string): Promise<Buffer> {
    return derive(text.slice(0, LONGEST_PASSPHRASE), this.salt, HASH_BYTES, COST);
  }

  /** Weighs a guess when its turn has come. */
  async weigh(guess: Guess): Promise<Weighed> {
    const failed = guess.known === null ? null : await this.knownWrong.get(guess.known);
    const trusted = guess.known !== null && (failed?.consumedPoints ?? 0) < KNOWN_MAY_FAIL;
    const lane = trusted ? this.known : this.strangers;
    const source = trusted ? guess.known : sourceOf(guess.address);
    if (guess.gone.aborted) return "gone";
    return new Promise((resolve) => {
      const waiting: Waiting = { guess, settle: resolve };
      lane.add(source, waiting);
      guess.gone.addEventListener(
        "abort",
        () => {
          lane.leave(source, waiting);
          resolve("gone");
        },
        { once: true },
      );
      if (lane.size > MOST_WAITING) lane.givesWay()?.settle("crowded");
      this.go();
    });
  }

  /**
   * How long the answer to a wrong guess is to be held back (ms): longer with each of its source.
   * @returns nothing is refused by it; a right guess of the same source is let in meanwhile
   */
  async holdAfterWrong({ address, known }: Guess): Promise<number> {
    if (known !== null) await this.knownWrong.penalty(known);
    const { consumedPoints } = await this.wrong.penalty(sourceOf(address));
    return Math.min(HOLD.most, HOLD.first * 2 ** (consumedPoints - 1));
  }

  private go(): void {
    while (this.weighing < MOST_AT_ONCE) {
      const next = this.known.next() ?? this.strangers.next();
      if (!next) return;
      this.weighing += 1;
      void this.judge(next);
    }
  }

  private async judge({ guess, settle }: Waiting): Promise<void> {
    try {
      const [own, said] = await Promise.all([this.hash, this.hashOf(guess.text)]);
      settle(timingSafeEqual(own, said) ? "right" : "wrong");
    } finally {
      this.weighing -= 1;
      this.go();
    }
  }
}
