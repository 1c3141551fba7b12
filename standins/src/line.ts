import { RPCClient } from "ocpp-rpc";

/** What is to be told: asked for when its turn has come, so that it may name what an earlier answer gave. */
interface ToTell {
  readonly action: string;
  params(): object;
  answered?(answer: object): void;
}

/** How long (ms) before what was not answered is told again. */
const AGAIN_MS = 500;

/**
 * A charge point's line to its central system (OCPP 1.6 over JSON). What belongs to a transaction is told one by one, in
 * its order, and kept until it is answered; a line that is away is tried again and again.
 */
export class Line {
  private readonly waiting: ToTell[] = [];
  private telling = false;
  private away = false;
  readonly client: RPCClient;
  /** Tells each twice. */
  doubled = false;
  /** Keeps everything back for now. */
  late = false;

  constructor(
    endpoint: string,
    readonly identity: string,
    password: string,
    private readonly onOpen: () => void,
  ) {
    this.client = new RPCClient({
      endpoint,
      identity,
      password,
      protocols: ["ocpp1.6"],
      strictMode: true,
      reconnect: true,
      maxReconnects: Infinity,
      callTimeoutMs: 10_000,
      backoff: { initialDelay: 200, maxDelay: 2_000, factor: 2, randomisationFactor: 0.2 },
    } as never);
    this.client.on("open", () => {
      this.onOpen();
      void this.tell();
    });
    this.client.on("error", () => undefined);
  }

  /** Connects, and keeps connecting. */
  async connect(): Promise<void> {
    for (;;) {
      if (this.away) return;
      try {
        await this.client.connect();
        return;
      } catch {
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
  }

  /** Goes off the line, or comes back to it. */
  async setAway(away: boolean): Promise<void> {
    if (away === this.away) return;
    this.away = away;
    if (away) await this.client.close({ force: true }).catch(() => undefined);
    else await this.connect();
  }

  /** Ends it for good. */
  async end(): Promise<void> {
    this.away = true;
    await this.client.close({ force: true }).catch(() => undefined);
  }

  /** How much is still to be told. */
  get kept(): number {
    return this.waiting.length;
  }

  /** Tells something that belongs to a transaction, now or once the line is back. */
  keep(action: string, params: () => object, answered?: (answer: object) => void): void {
    this.waiting.push({ action, params, ...(answered ? { answered } : {}) });
    void this.tell();
  }

  /** Tells something that is of now only: off the line it is lost. */
  say(action: string, params: object): void {
    if (this.client.state !== RPCClient.OPEN) return;
    this.client.call(action, params).catch(() => undefined);
  }

  async tell(): Promise<void> {
    if (this.telling) return;
    this.telling = true;
    while (this.waiting.length > 0 && !this.away && !this.late) {
      const [{ action, params, answered }] = this.waiting as [ToTell];
      try {
        const answer = (await this.client.call(action, params())) as object;
        if (this.doubled) await this.client.call(action, params());
        answered?.(answer);
        this.waiting.shift();
      } catch {
        // Not answered: it stays the first, and is told again.
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
    this.telling = false;
  }
}
