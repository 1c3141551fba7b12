import type { Device } from "@kettleback/core";
import type { Response } from "undici";
import { NeverAskedError } from "../../outside/address";
import { askOutside } from "../../outside/ask";
import { MOST_SAID, parsedSaid, type Ear } from "./said";

type Http = Extract<Device["reach"], { kind: "http" }>;

/** How long (ms) a device has to answer. */
const WITHIN_MS = 5_000;

/** Asks a device once. @throws Error in words, as one says it of the device */
export async function askDevice(
  { address }: Pick<Http, "address">,
  secret: string | null,
  signal: AbortSignal,
): Promise<unknown> {
  const timeout = AbortSignal.timeout(WITHIN_MS);
  const response = await askOutside(
    new URL(address),
    secret === null ? {} : { Authorization: `Bearer ${secret}` },
    AbortSignal.any([signal, timeout]),
  ).catch((error: unknown) => {
    if (error instanceof NeverAskedError) throw error;
    throw new Error(timeout.aborted ? "does not answer in time" : "cannot be reached");
  });
  try {
    if (response.status >= 300 && response.status < 400) throw new Error("sends on to another address");
    if (response.status === 401 || response.status === 403) throw new Error("wants another secret");
    if (!response.ok) throw new Error(`answers with ${response.status}`);
    const said = parsedSaid(await bytesOf(response, timeout));
    if (said === undefined) throw new Error("answers with what is no JSON");
    return said;
  } finally {
    if (!response.bodyUsed) await response.body?.cancel().catch(() => undefined);
  }
}

async function bytesOf(response: Response, timeout: AbortSignal): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let bytes = 0;
  try {
    for await (const piece of response.body ?? []) {
      if ((bytes += piece.byteLength) > MOST_SAID) break;
      pieces.push(Buffer.from(piece));
    }
  } catch {
    throw new Error(timeout.aborted ? "does not answer in time" : "broke off in the middle");
  }
  if (bytes > MOST_SAID) throw new Error(`says more than ${MOST_SAID / 1024} KiB`);
  return Buffer.concat(pieces);
}

/** Asks a device again and again, never anew before it has answered. @returns how to leave it */
export function followHttp(reach: Http, secret: string | null, ear: Ear, secondMs: number): () => void {
  const leaving = new AbortController();
  let timer: ReturnType<typeof setTimeout>;
  const ask = async () => {
    try {
      const said = await askDevice(reach, secret, leaving.signal);
      if (!leaving.signal.aborted) ear.heard(said);
    } catch (error) {
      if (!leaving.signal.aborted) ear.failed((error as Error).message);
    }
    if (!leaving.signal.aborted) timer = setTimeout(() => void ask(), reach.everySeconds * secondMs).unref();
  };
  void ask();
  return () => {
    leaving.abort();
    clearTimeout(timer);
  };
}
