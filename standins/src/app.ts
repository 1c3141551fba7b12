import express, { type ErrorRequestHandler, type Express, type RequestHandler } from "express";
import { z } from "zod";
import { MOST_SPEED, type SimulatedClock } from "./clock";
import { FAULT_NAMES, FAULTS, type Fault, type StandIn } from "./stand-in";

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Stand-ins answer this machine only, and no page of another origin. */
const guard: RequestHandler = (req, res, next) => {
  if (LOOPBACK.test(req.headers.host ?? "") && req.headers.origin === undefined) return next();
  res.status(403).json({ detail: "stand-ins answer this machine only" });
};

const clockSchema = z.strictObject({
  speed: z
    .number({ error: `accepted: 0 to ${MOST_SPEED} times as fast` })
    .min(0, { error: `accepted: 0 to ${MOST_SPEED} times as fast` })
    .max(MOST_SPEED, { error: `accepted: 0 to ${MOST_SPEED} times as fast` }),
});
const faultSchema = z.strictObject({
  fault: z.enum(FAULT_NAMES, { error: `accepted: ${FAULT_NAMES.join(", ")}` }),
});

const refuse: ErrorRequestHandler = (error: unknown, _req, res, next) => {
  if (res.headersSent) return next(error);
  if (error instanceof z.ZodError)
    return void res.status(422).json({
      errors: error.issues.map(({ path, message }) => ({ field: path.join(".") || "(body)", message })),
    });
  res.status((error as { status?: number }).status ?? 500).json({ detail: (error as Error).message });
};

/** A device as it is asked: `reading` answers, unless a fault is switched on by `fault`. */
function deviceOf(device: StandIn, clock: SimulatedClock): { router: express.Router; fault(): Fault } {
  const router = express.Router();
  let fault: Fault = "none";
  let stuck: object | undefined;
  router.get("/reading", (_req, res) => {
    if (fault === "silent") return;
    if (fault === "refusing") return void res.status(503).json({ detail: "out of order" });
    if (fault === "garbled") return void res.type("application/json").send('{"at": "2026-');
    res.json(fault === "stuck" ? (stuck ??= device.read(clock.now())) : device.read(clock.now()));
  });
  router.put("/fault", (req, res) => {
    ({ fault } = faultSchema.parse(req.body));
    stuck = undefined;
    device.fails?.(fault, clock.now());
    res.json({ fault, means: FAULTS[fault] });
  });
  if (device.own) router.use(device.own(clock));
  return { router, fault: () => fault };
}

/** All stand-ins behind one address: what there is, the clock they share, and each by its name. */
export function createStandIns(devices: readonly StandIn[], clock: SimulatedClock): Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(guard, express.json({ limit: "16kb", strict: true }));
  const made = devices.map((device) => ({ device, ...deviceOf(device, clock) }));
  app.get("/", (_req, res) => {
    res.json({
      now: new Date(clock.now()).toISOString(),
      speed: clock.pace,
      devices: made.map(({ device: { name, what }, fault }) => ({ name, what, fault: fault() })),
      faults: FAULTS,
    });
  });
  app.put("/clock", (req, res) => {
    clock.setPace(clockSchema.parse(req.body).speed);
    res.json({ now: new Date(clock.now()).toISOString(), speed: clock.pace });
  });
  for (const { device, router } of made) app.use(`/${device.name}`, router);
  app.use((_req, res) => void res.status(404).json({ detail: "there is no such stand-in" }));
  app.use(refuse);
  return app;
}
