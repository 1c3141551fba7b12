import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";
import { RateLimiterMemory } from "rate-limiter-flexible";
import { sourceOf, Weighing } from "./weighing";

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

/**
 * Weighs guesses of the passphrase, of which only a hash is kept, in memory. Browsers let in before go first.
 */
export class Guesses {
  private readonly salt = randomBytes(16);
  private hash: Promise<Buffer>;
  private readonly weighing = new Weighing(MOST_AT_ONCE, MOST_WAITING);
  private readonly knownWrong = new RateLimiterMemory({ points: KNOWN_MAY_FAIL, duration: 60 });

  constructor(passphrase: string) {
    this.hash = this.hashOf(passphrase);
  }

  private hashOf(text: string): Promise<Buffer> {
    return derive(text.slice(0, LONGEST_PASSPHRASE), this.salt, HASH_BYTES, COST);
  }

  /** Weighs a guess when its turn has come. */
  async weigh(guess: Guess): Promise<Weighed> {
    const { address, known, gone } = guess;
    const failed = known === null ? null : await this.knownWrong.get(known);
    const trusted = known !== null && (failed?.consumedPoints ?? 0) < KNOWN_MAY_FAIL;
    const source = trusted ? known : sourceOf(address);
    return this.weighing.inTurn({ source, first: trusted, gone }, async () => {
      const [own, said] = await Promise.all([this.hash, this.hashOf(guess.text)]);
      return timingSafeEqual(own, said) ? "right" : "wrong";
    });
  }

  /** How long the answer to a wrong guess is to be held back (ms), see {@link Weighing.holdAfterWrong}. */
  async holdAfterWrong({ address, known }: Guess): Promise<number> {
    if (known !== null) await this.knownWrong.penalty(known);
    return this.weighing.holdAfterWrong(sourceOf(address));
  }
}
