import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import type { EntityManager } from "@mikro-orm/core";
import type { Sample } from "@kettleback/core";
import { insertSamples } from "../database";

/** Readings of a session that are to be kept. */
interface Waiting {
  readonly session: number;
  readonly samples: readonly Sample[];
  done(): void;
  failed(error: unknown): void;
}

/** Works on the database while it is ours. */
export type Kept = <T>(work: (em: EntityManager) => Promise<T>) => Promise<T>;

/**
 * Keeps readings as they come. Those that come while others are written wait and go together in one transaction, so that
 * many charge points share one write to the disk; nobody is answered before it is there.
 */
export class Readings {
  private waiting: Waiting[] = [];
  private writing = false;

  constructor(private readonly kept: Kept) {}

  keep(session: number, samples: readonly Sample[]): Promise<void> {
    if (samples.length === 0) return Promise.resolve();
    return new Promise((resolve, reject) => {
      this.waiting.push({ session, samples, done: resolve, failed: reject });
      void this.write();
    });
  }

  private async write(): Promise<void> {
    if (this.writing) return;
    this.writing = true;
    while (this.waiting.length > 0) {
      const batch = this.waiting;
      this.waiting = [];
      try {
        await this.kept((em) =>
          em.transactional(async (tx) => {
            for (const [session, samples] of bySession(batch))
              await insertSamples(tx as SqlManager, session, samples);
          }),
        );
        batch.forEach(({ done }) => done());
      } catch (error) {
        batch.forEach(({ failed }) => failed(error));
      }
    }
    this.writing = false;
  }
}

function bySession(batch: readonly Waiting[]): Map<number, Sample[]> {
  const found = new Map<number, Sample[]>();
  for (const { session, samples } of batch) {
    const own = found.get(session);
    if (own) own.push(...samples);
    else found.set(session, [...samples]);
  }
  return found;
}
