import { createHmac, randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";

const derive = promisify(scrypt) as (
  passphrase: string,
  salt: Buffer,
  length: number,
  options: { N: number; r: number; p: number; maxmem: number },
) => Promise<Buffer>;

/** Cost of one guess: about a tenth of a second and 32 MiB (RFC 7914 names the parameters). */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 2 ** 20 };
const HASH_BYTES = 32;
/** A sign-in nobody has used for so long is over (ms). */
const IDLE_MS = 7 * 24 * 3600 * 1000;
const MOST_SIGN_INS = 50;
/** The longest a guess is put off after many wrong ones (ms). */
const LONGEST_WAIT_MS = 60_000;
/** Guesses weighed at once, from everywhere; more are put off. */
const MOST_AT_ONCE = 2;
const MOST_REMEMBERED = 1000;
/** A longer text is no passphrase, and not worth hashing. */
const LONGEST_PASSPHRASE = 256;

/** A browser that has said the passphrase. */
export interface SignIn {
  readonly id: string;
  /** Milliseconds since 1970. */
  readonly madeAt: number;
  readonly seenAt: number;
  /** Where it came from, and what it calls itself. */
  readonly from: string;
  readonly browser: string;
}

/** What became of a guess: let in with a cookie's value, wrong, or put off for so long (ms). */
export type Attempt =
  { readonly ok: true; readonly cookie: string } | { readonly ok: false; readonly waitMs: number };

interface Guesses {
  readonly wrong: number;
  readonly notBefore: number;
}

/**
 * Who may come in where the server listens wider than this machine. The passphrase itself is kept nowhere: only its hash,
 * in memory. Sign-ins live in memory too, so that a restart ends all of them.
 */
export class SignIns {
  private readonly salt = randomBytes(16);
  private readonly key = randomBytes(32);
  private readonly made = new Map<string, SignIn>();
  private readonly guesses = new Map<string, Guesses>();
  private weighing = 0;

  private constructor(
    private readonly now: () => number,
    private hash: Buffer,
  ) {}

  /** @param now milliseconds since 1970 */
  static async for(passphrase: string, now: () => number = Date.now): Promise<SignIns> {
    const signIns = new SignIns(now, Buffer.alloc(0));
    signIns.hash = await derive(passphrase, signIns.salt, HASH_BYTES, COST);
    return signIns;
  }

  /** Weighs a guess. Wrong ones from an address are put off twice as long each time. */
  async attempt(guess: string, from: string, browser: string): Promise<Attempt> {
    const before = this.guesses.get(from) ?? { wrong: 0, notBefore: 0 };
    const wait = before.notBefore - this.now();
    if (wait > 0) return { ok: false, waitMs: wait };
    if (this.weighing >= MOST_AT_ONCE) return { ok: false, waitMs: 1000 };
    // The next one waits at once, so that guesses sent together do not all count as the first.
    const wrong = before.wrong + 1;
    const waitMs = Math.min(LONGEST_WAIT_MS, 1000 * 2 ** (wrong - 1));
    if (this.guesses.size >= MOST_REMEMBERED) this.guesses.delete(this.guesses.keys().next().value!);
    this.guesses.set(from, { wrong, notBefore: this.now() + waitMs });
    this.weighing++;
    try {
      const hash = await derive(guess.slice(0, LONGEST_PASSPHRASE), this.salt, HASH_BYTES, COST);
      if (!timingSafeEqual(hash, this.hash)) return { ok: false, waitMs };
    } finally {
      this.weighing--;
    }
    this.guesses.delete(from);
    return { ok: true, cookie: this.begin(from, browser) };
  }

  private begin(from: string, browser: string): string {
    const at = this.now();
    this.list();
    if (this.made.size >= MOST_SIGN_INS) this.made.delete(this.made.keys().next().value!);
    const id = randomBytes(16).toString("hex");
    this.made.set(id, { id, madeAt: at, seenAt: at, from, browser: browser.slice(0, 200) });
    return `${id}.${this.sign(id)}`;
  }

  private isOver({ seenAt }: SignIn): boolean {
    return this.now() - seenAt > IDLE_MS;
  }

  private sign(id: string): string {
    return createHmac("sha256", this.key).update(id).digest("hex");
  }

  /** The sign-in a cookie's value stands for; undefined for a forged, ended or forgotten one. */
  admitted(cookie: string | undefined): SignIn | undefined {
    const [id = "", signature = ""] = (cookie ?? "").split(".");
    const [own, sent] = [Buffer.from(this.sign(id)), Buffer.from(signature)];
    if (own.length !== sent.length || !timingSafeEqual(own, sent)) return undefined;
    const found = this.made.get(id);
    if (!found || this.isOver(found)) {
      this.made.delete(id);
      return undefined;
    }
    const seen = { ...found, seenAt: this.now() };
    this.made.set(id, seen);
    return seen;
  }

  /** The sign-ins that are not over. */
  list(): SignIn[] {
    for (const found of this.made.values()) if (this.isOver(found)) this.made.delete(found.id);
    return [...this.made.values()];
  }

  /** Ends a sign-in. @returns whether there was one */
  end(id: string): boolean {
    return this.made.delete(id);
  }
}
