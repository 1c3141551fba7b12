import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pino from "pino";
import request from "supertest";
import { createApp } from "../app";
import { Keeper, seedDemo } from "../database";

/** A server over a database file in a folder of its own, the demo in it, made anew for each test of a file. */
export class KeptServer {
  folder = "";
  keeper!: Keeper;

  static forEachTest(): KeptServer {
    const made = new KeptServer();
    beforeEach(async () => {
      made.folder = mkdtempSync(join(tmpdir(), "kettleback-kept-"));
      made.keeper = await Keeper.open(join(made.folder, "own.sqlite"));
      await seedDemo(made.keeper.em.fork());
    });
    afterEach(async () => {
      await made.keeper.close();
      rmSync(made.folder, { recursive: true });
    });
    return made;
  }

  app() {
    return createApp({ orm: this.keeper, keeper: this.keeper, log: pino({ level: "silent" }) });
  }

  call() {
    return request.agent(this.app()).set("Host", "127.0.0.1:4180");
  }

  /** A household as a file. */
  async file(id: string): Promise<string> {
    return (await this.call().get(`/api/households/${id}/file`)).text;
  }

  /** The rows of a statement. */
  sql<T extends object>(text: string, values: unknown[] = []): Promise<T[]> {
    return this.keeper.em.fork().getConnection().execute<T[]>(text, values);
  }
}
