import { Router, type Request, type Response } from "express";
import { z } from "zod";
import { ocpiLocations, type DemoNetwork } from "@kettleback/core/demo";
import type { SimulatedClock } from "./clock";
import { NetworkSessions } from "./network-sessions";
import { plugSchema } from "./plug";
import type { SimulatedCar } from "./simulated-car";
import type { Fault, StandIn } from "./stand-in";

/** How long a point stays as it is, and how much that differs from one to the next (ms). */
const HOLDS = 25 * 60_000;
/** States a point goes through; what is out of order, or not known, stays so. */
const TURNS: Readonly<Record<string, string>> = {
  AVAILABLE: "CHARGING",
  CHARGING: "AVAILABLE",
  BLOCKED: "AVAILABLE",
  RESERVED: "CHARGING",
};

const atPointSchema = plugSchema.extend({
  uid: z.string({ error: "needed: the point's uid, such as ferry-2" }),
});

/** From when on a list is asked for (OCPI 2.2.1, date_from); all of it where nothing is said. */
function sinceOf(text: unknown): number {
  const ms = typeof text === "string" ? Date.parse(text) : Number.NaN;
  return Number.isNaN(ms) ? 0 : ms;
}

const PAGE = { usual: 10, most: 100 } as const;
const wholeOf = (text: unknown, usual: number, most: number): number => {
  const n = Number(text);
  return Number.isInteger(n) && n >= 0 ? Math.min(n, most) : usual;
};

/** A share that a name always gives, so that points change at moments of their own. */
const share = (name: string): number =>
  ([...name].reduce((sum, c) => (sum * 31 + c.codePointAt(0)!) % 9973, 7) % 97) / 97;

const stateSchema = z.strictObject({
  uid: z.string(),
  status: z.enum(["AVAILABLE", "CHARGING", "BLOCKED", "INOPERATIVE", "OUTOFORDER", "RESERVED", "UNKNOWN"]),
});

/** A public network that answers by OCPI 2.2.1: versions, locations whose points change as time passes, tariffs. */
export class PublicNetwork implements StandIn {
  readonly name: string;
  readonly what: string;
  /** What somebody has set by hand, and when. */
  private readonly set = new Map<string, { readonly status: string; readonly since: number }>();
  private broken: Fault = "none";
  private readonly mine: NetworkSessions;

  constructor(
    private readonly network: DemoNetwork,
    private readonly began: number,
    cars: ReadonlyMap<string, SimulatedCar> = new Map(),
  ) {
    this.name = network.standIn;
    this.mine = new NetworkSessions(network, cars);
    this.what = `${network.name}: a public network by OCPI 2.2.1, from versions on${network.token === null ? "" : `, with the token ${network.token}`}`;
  }

  /** How a point stands at a moment: it turns at moments of its own, some time after this was started. */
  private stateOf(now: number, uid: string, first: string): { status: string; since: number } | undefined {
    const set = this.set.get(uid);
    if (set) return set;
    if (this.mine.chargesAt(uid, now)) return { status: "CHARGING", since: now };
    if (!(first in TURNS)) return undefined;
    const each = HOLDS * (1 + share(uid));
    const turns = Math.floor((now - this.began) / each);
    if (turns <= 0) return undefined;
    let status = first;
    for (let i = 0; i < (turns % 2) + (first === "BLOCKED" || first === "RESERVED" ? 2 : 0); i++)
      status = TURNS[status]!;
    return { status, since: this.began + turns * each };
  }

  private locations(now: number): object[] {
    return ocpiLocations(this.network, now, (uid, first) => this.stateOf(now, uid, first));
  }

  /** The car of the token's owner that charges at one of its points now; null where none does. */
  carNow(now: number): SimulatedCar | null {
    return this.mine.carNow(now);
  }

  read(now: number): object {
    return { at: new Date(now).toISOString(), locations: this.locations(now).length };
  }

  fails(fault: Fault): void {
    this.broken = fault;
    if (fault === "reset") this.set.clear();
  }

  /** Answers in the protocol's own wrapping, or as the fault that is on would have it. */
  private send(res: Response, now: number, data: unknown): void {
    if (this.broken === "silent") return;
    if (this.broken === "refusing")
      return void res.status(503).json({ status_code: 3000, status_message: "out of order" });
    if (this.broken === "garbled") return void res.type("application/json").send('{"data": [');
    res.json({
      data,
      status_code: 1000,
      status_message: "Success",
      timestamp: `${new Date(now).toISOString().slice(0, 19)}Z`,
    });
  }

  /** A page of a list, and in the answer's head where the next one is. */
  private page(req: Request, res: Response, now: number, all: readonly object[]): void {
    const [offset, limit] = [
      wholeOf(req.query.offset, 0, all.length),
      Math.max(1, wholeOf(req.query.limit, PAGE.usual, PAGE.most)),
    ];
    res.set("X-Total-Count", String(all.length)).set("X-Limit", String(limit));
    const next = new URLSearchParams({ offset: String(offset + limit), limit: String(limit) });
    const { date_from: from } = req.query;
    if (typeof from === "string") next.set("date_from", from);
    if (offset + limit < all.length)
      res.set("Link", `<${this.at(req)}/${req.path.split("/").at(-1)!}?${String(next)}>; rel="next"`);
    this.send(res, now, all.slice(offset, offset + limit));
  }

  private at(req: Request): string {
    return `http://${req.headers.host}/${this.name}/2.2.1`;
  }

  readonly own = (clock: SimulatedClock): Router => {
    const router = Router();
    const { token, tariffs } = this.network;
    router.use((req, res, next) => {
      const given = /^Token (.+)$/.exec(req.headers.authorization ?? "")?.[1];
      if (token === null || req.method !== "GET" || given === Buffer.from(token).toString("base64"))
        return next();
      res.status(401).json({ status_code: 2001, status_message: "token needed" });
    });
    router.get("/versions", (req, res) =>
      this.send(res, clock.now(), [{ version: "2.2.1", url: this.at(req) }]),
    );
    router.get("/2.2.1", (req, res) =>
      this.send(res, clock.now(), {
        version: "2.2.1",
        endpoints: ["locations", "tariffs", "sessions", "cdrs"].map((identifier) => ({
          identifier,
          role: "SENDER",
          url: `${this.at(req)}/${identifier}`,
        })),
      }),
    );
    router.get("/2.2.1/locations", (req, res) =>
      this.page(req, res, clock.now(), this.locations(clock.now())),
    );
    router.get("/2.2.1/tariffs", (req, res) => this.page(req, res, clock.now(), tariffs));
    router.get("/2.2.1/sessions", (req, res) => {
      const now = clock.now();
      this.page(req, res, now, this.mine.sessions(now, sinceOf(req.query.date_from)));
    });
    router.get("/2.2.1/cdrs", (req, res) => {
      const now = clock.now();
      this.page(req, res, now, this.mine.cdrs(now, sinceOf(req.query.date_from)));
    });
    /** A car of the token's owner is plugged in at a point, or taken away. */
    router.put("/plug", (req, res) => {
      const { uid, plugged, soc } = atPointSchema.parse(req.body);
      const points = this.mine.points;
      if (!points.includes(uid))
        return void res
          .status(422)
          .json({ errors: [{ field: "uid", message: `accepted: ${points.join(", ") || "none here"}` }] });
      if (plugged) this.mine.begin(uid, clock.now(), soc);
      else this.mine.end(uid, clock.now());
      res.json({ uid, plugged });
    });
    /** Somebody parks there, breaks it, mends it. */
    router.put("/state", (req, res) => {
      const { uid, status } = stateSchema.parse(req.body);
      this.set.set(uid, { status, since: clock.now() });
      res.json({ uid, status });
    });
    return router;
  };
}
