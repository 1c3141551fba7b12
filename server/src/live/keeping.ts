import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import type { EntityManager } from "@mikro-orm/core";
import type { MikroORM } from "@mikro-orm/core";
import type { Sample } from "@kettleback/core";
import { busy } from "../api/problem";
import type { Events } from "../api/events";
import { insertSamplesOfMany, type Keeper } from "../database";

/** Readings of a session that are to be kept. */
interface Waiting {
  readonly session: number;
  readonly samples: readonly Sample[];
  done(): void;
  failed(error: unknown): void;
}

/** Works on the database while it is ours. */
export type Kept = <T>(work: (em: EntityManager) => Promise<T>) => Promise<T>;

/** Works on a database while it is ours, and says so only while it still is. */
export const keptBy =
  (orm: Pick<MikroORM, "em">, keeper: Keeper | undefined): Kept =>
  async (work) => {
    if (keeper?.busy) throw busy();
    const done = keeper?.use();
    try {
      await keeper?.requireOwn();
      const result = await work(orm.em.fork());
      await keeper?.requireOwn();
      return result;
    } finally {
      done?.();
    }
  };

/**
 * Keeps readings as they come. Those that come while others are written wait and go together in one transaction, so that
 * many charge points share one write to the disk; nobody is answered before it is there.
 */
export class Readings {
  private waiting: Waiting[] = [];
  private writing = false;

  constructor(
    private readonly kept: Kept,
    private readonly events: Events,
  ) {}

  /** Keeps readings of a session, and tells them to whoever follows its household once they are there. */
  async keep(household: string, session: number, samples: readonly Sample[]): Promise<void> {
    if (samples.length === 0) return;
    await new Promise<void>((resolve, reject) => {
      this.waiting.push({ session, samples, done: resolve, failed: reject });
      void this.write();
    });
    const moments = samples.map(([at]) => at);
    this.events.publish(household, "samples", {
      session: String(session),
      from: Math.min(...moments),
      to: Math.max(...moments),
      added: samples.length,
      samples,
    });
  }

  private async write(): Promise<void> {
    if (this.writing) return;
    this.writing = true;
    while (this.waiting.length > 0) {
      const batch = this.waiting;
      this.waiting = [];
      await this.together(batch);
    }
    this.writing = false;
  }

  /** Writes many at once; where that does not go, each by itself, so that what is amiss with one is nobody else's matter. */
  private async together(batch: readonly Waiting[]): Promise<void> {
    try {
      await this.kept((em) => insertSamplesOfMany(em as SqlManager, batch.flatMap(rowsOf)));
      batch.forEach(({ done }) => done());
    } catch (error) {
      if (batch.length === 1) batch[0]!.failed(error);
      else for (const one of batch) await this.together([one]);
    }
  }
}

const rowsOf = ({ session, samples }: Waiting) => samples.map((sample) => [session, ...sample] as const);
