import { Router } from "express";
import { z } from "zod";
import { parsed, Problem } from "../api/problem";

/** How long (ms) a stand-in has to answer. */
const WITHIN_MS = 3_000;

const away = (): Problem =>
  new Problem(503, "No stand-ins", "The simulated devices do not run. They start with `npm run demo`.");

/** What is asked of the demo's charge point. */
const troubleAsked = z.strictObject({ trouble: z.string().max(40) });
const plugAsked = z.strictObject({
  plugged: z.boolean(),
  soc: z.number().min(0).max(1).optional(),
  card: z.string().max(20).optional(),
});
const pointAsked = z.strictObject({ uid: z.string().max(40), plugged: z.boolean() });
const faultAsked = z.strictObject({ fault: z.string().max(40) });
const limitAsked = z.strictObject({ percent: z.number().min(20).max(100) });
const clockAsked = z.strictObject({ speed: z.number().min(0).max(3600) });

/**
 * The demo's simulated devices, asked by its pages: no page of another origin may ask them itself. Where none run there are
 * none to be set, which is no fault.
 * @param address where they answer; null outside the demo
 */
export function standIns(address: string | null): Router {
  const router = Router();
  const ask = async (path: string, body?: object): Promise<unknown> => {
    if (address === null) throw away();
    const response = await fetch(`${address}${path}`, {
      ...(body
        ? { method: "PUT", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) }
        : {}),
      signal: AbortSignal.timeout(WITHIN_MS),
    }).catch(() => {
      throw away();
    });
    if (!response.ok) throw new Problem(502, "Refused", `The stand-in refuses with ${response.status}.`);
    return response.json();
  };
  router.get("/", async (_req, res) => {
    const all = (await ask("/").catch(() => NONE)) as { devices: { name: string }[] };
    const point = all.devices.find(({ name }) => name === POINT);
    res.json({ ...all, ...(point ? ((await ask(`/${POINT}/troubles`)) as object) : {}) });
  });
  for (const [at, schema] of SETTABLE)
    router.put(at, async (req, res) => void res.json(await ask(at, parsed(schema, req.body))));
  return router;
}

/** What there is where none run. */
const NONE = { devices: [] };
/** The charge point among them. */
const POINT = "hall-post";
/** What can be set from the pages. */
const SETTABLE: readonly (readonly [at: string, schema: z.ZodType<object>])[] = [
  ["/clock", clockAsked],
  [`/${POINT}/trouble`, troubleAsked],
  [`/${POINT}/plug`, plugAsked],
  ["/power-meter/plug", plugAsked],
  ["/power-meter/fault", faultAsked],
  ["/curlew/limit", limitAsked],
  ["/island-network/plug", pointAsked],
  ["/island-network/fault", faultAsked],
];
