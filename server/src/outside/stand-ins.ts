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
const clockAsked = z.strictObject({ speed: z.number().min(0).max(3600) });

/**
 * The demo's simulated devices, asked by its pages: no page of another origin may ask them itself.
 * @param address where they answer
 */
export function standIns(address: string): Router {
  const router = Router();
  const ask = async (path: string, body?: object): Promise<unknown> => {
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
    const all = (await ask("/")) as { devices: { name: string }[] };
    const point = all.devices.find(({ name }) => name === POINT);
    res.json({ ...all, ...(point ? ((await ask(`/${POINT}/troubles`)) as object) : {}) });
  });
  router.put("/clock", async (req, res) => void res.json(await ask("/clock", parsed(clockAsked, req.body))));
  router.put(
    `/${POINT}/trouble`,
    async (req, res) => void res.json(await ask(`/${POINT}/trouble`, parsed(troubleAsked, req.body))),
  );
  router.put(
    `/${POINT}/plug`,
    async (req, res) => void res.json(await ask(`/${POINT}/plug`, parsed(plugAsked, req.body))),
  );
  return router;
}

/** The one that can be set from the pages. */
const POINT = "hall-post";
