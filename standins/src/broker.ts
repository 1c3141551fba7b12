import { createServer } from "node:net";
import { Aedes } from "aedes";

/** What says something again and again, under a topic of its own. */
export interface Sayer {
  readonly topic: string;
  /** What it says now; null where it keeps silent. */
  says(): string | null;
}

/** How often it is asked whether it has something to say (ms of real time). */
const EVERY_MS = 500;

/** A small MQTT broker on this machine, with what speaks over it. */
export class Broker {
  private readonly server;
  private timer: ReturnType<typeof setInterval> | undefined;

  private constructor(
    private readonly aedes: Aedes,
    private readonly sayers: readonly Sayer[],
  ) {
    this.server = createServer((socket) => void aedes.handle(socket));
  }

  /** @param port 0 takes any that is free. @throws where it is taken */
  static async open(port: number, sayers: readonly Sayer[]): Promise<Broker> {
    const broker = new Broker(await Aedes.createBroker(), sayers);
    await new Promise<void>((resolve, reject) => {
      broker.server.once("error", reject);
      broker.server.listen(port, "127.0.0.1", () => resolve());
    });
    broker.timer = setInterval(() => broker.tell(), EVERY_MS);
    return broker;
  }

  get port(): number {
    return (this.server.address() as { port: number }).port;
  }

  private tell(): void {
    for (const sayer of this.sayers) {
      const payload = sayer.says();
      if (payload !== null)
        this.aedes.publish(
          { cmd: "publish", topic: sayer.topic, payload, qos: 0, retain: false, dup: false },
          () => undefined,
        );
    }
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await new Promise<void>((resolve) => this.aedes.close(() => resolve()));
    await new Promise<void>((resolve) => void this.server.close(() => resolve()));
  }
}
