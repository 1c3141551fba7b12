import { Agent, fetch, type Response } from "undici";
import { judgedLookup, NeverAskedError, refuseNeverAsked } from "./address";

/** Connects to addresses that were judged, and to no others. */
const dispatcher = new Agent({ connect: { lookup: judgedLookup } });

/**
 * Asks an address outside over HTTP once. It is told nothing but these headers, and where it sends on to is not followed.
 * @throws NeverAskedError where its address is never asked; else what fetch throws
 */
export async function askOutside(
  url: URL,
  headers: Readonly<Record<string, string>>,
  signal: AbortSignal,
): Promise<Response> {
  refuseNeverAsked(url);
  try {
    return await fetch(url, {
      headers: { Accept: "application/json", ...headers },
      redirect: "manual",
      signal,
      dispatcher,
    });
  } catch (error) {
    const { cause } = error as { cause?: unknown };
    throw cause instanceof NeverAskedError ? cause : error;
  }
}

/** A secret as it may be written: as it is, in base 64, percent-encoded. */
const spellings = (secret: string): string[] => [
  ...new Set([secret, Buffer.from(secret).toString("base64"), encodeURIComponent(secret)]),
];
/** Characters in a row that are no chance. */
const NO_CHANCE = 8;
/** The longest that a secret of 500 characters is in any spelling. */
export const LONGEST_SPELLING = 1_500;

/** Whether a text repeats a secret; one of few characters may stand there by chance. */
export const repeats = (text: string, secret: string | null): boolean =>
  secret !== null && secret.length >= NO_CHANCE && spellings(secret).some((said) => text.includes(said));

/** Whether a text repeats a secret, or so much of it in a row that it cannot be chance. */
export const repeatsPart = (text: string, secret: string | null): boolean =>
  secret !== null &&
  spellings(secret).some((said) =>
    Array.from({ length: Math.max(1, said.length - NO_CHANCE + 1) }, (_, i) =>
      said.slice(i, i + NO_CHANCE),
    ).some((part) => text.includes(part)),
  );
