import { Problem } from "../api/problem";
import type { Response } from "undici";
import { NeverAskedError } from "./address";
import { askOutside, LONGEST_SPELLING, repeats, repeatsPart } from "./ask";
import { parsedAsItComes, TooDeepError } from "./json";

/** What of a network may be asked for at once: bytes altogether, pages, milliseconds. */
const LIMITS = { bytes: 48 * 1024 * 1024, pages: 500, ms: 30_000 } as const;

/** Posts and prices as their network gives them: OCPI 2.2.1 Location and Tariff objects, unjudged. */
export interface Reading {
  readonly locations: readonly unknown[];
  readonly tariffs: readonly unknown[];
}

/** The network did not answer as it should; what it was asked is named, its token never. */
const failed = (detail: string): Problem => new Problem(502, "Not read", detail);

function addressOf(text: string, from?: URL): URL {
  let url: URL;
  try {
    url = new URL(text, from);
  } catch {
    throw failed(`It names an address that is none: ${text.slice(0, 120)}.`);
  }
  if (url.protocol !== "http:" && url.protocol !== "https:")
    throw failed("accepted: an address with http or https");
  // What was typed, a token above all, goes to nobody but whom it was typed for.
  if (from && url.origin !== from.origin)
    throw failed(`It points on to ${url.origin}, which was not asked for.`);
  return url;
}

/** Asks a network page by page, within {@link LIMITS}. */
class Asking {
  private bytes = 0;
  private pages = 0;
  private readonly until = AbortSignal.timeout(LIMITS.ms);

  constructor(
    readonly origin: URL,
    private readonly token: string | null,
  ) {}

  private async answer(url: URL): Promise<Response> {
    if ((this.pages += 1) > LIMITS.pages) throw failed(`It has more than ${LIMITS.pages} pages.`);
    const response = await askOutside(
      url,
      // OCPI 2.2.1 has the token in base 64.
      this.token === null ? {} : { Authorization: `Token ${Buffer.from(this.token).toString("base64")}` },
      this.until,
    ).catch((error: Error) => {
      if (error instanceof NeverAskedError) throw failed(`It ${error.message}.`);
      // Some ports belong to other protocols, and no page and no fetch ever asks them.
      if ((error.cause as Error | undefined)?.message === "bad port")
        throw failed(`Port ${url.port} belongs to another protocol and is never asked.`);
      throw failed(
        this.until.aborted
          ? `It took longer than ${LIMITS.ms / 1000} s.`
          : `Nobody answers at ${url.origin}.`,
      );
    });
    if (response.status >= 300 && response.status < 400)
      throw failed("It sends on to another address; give that one.");
    if (response.status === 401 || response.status === 403)
      throw failed(this.token === null ? "It asks for a token." : "It does not accept this token.");
    if (!response.ok) throw failed(`It answers with ${response.status}.`);
    return response;
  }

  /** What comes, as it comes: not more than may, and nothing that repeats what was sent. */
  private async *pieces(response: Response): AsyncGenerator<Uint8Array> {
    let before = "";
    for await (const piece of (response.body ?? []) as AsyncIterable<Uint8Array>) {
      this.bytes += piece.byteLength;
      if (this.bytes > LIMITS.bytes) throw failed(`It sends more than ${LIMITS.bytes / 1024 / 1024} MiB.`);
      const text = before + Buffer.from(piece).toString("latin1");
      if (repeats(text, this.token)) throw failed("It repeats the token it was sent; nothing of it is kept.");
      before = text.slice(-LONGEST_SPELLING);
      yield piece;
    }
  }

  /** What an answer of the protocol carries, and where its next page is. */
  async data(address: URL): Promise<{ readonly data: unknown; readonly next: URL | null }> {
    const response = await this.answer(address);
    const body = await parsedAsItComes(this.pieces(response)).catch((error: unknown) => {
      if (error instanceof Problem) throw error;
      if (error instanceof TooDeepError) throw failed(error.message);
      if (error instanceof SyntaxError) throw failed("It answers with what is no JSON.");
      throw failed(
        this.until.aborted ? `It took longer than ${LIMITS.ms / 1000} s.` : "It broke off in the middle.",
      );
    });
    const {
      data,
      status_code: status,
      status_message: message,
    } = (Array.isArray(body) ? { data: body } : (body ?? {})) as {
      data?: unknown;
      status_code?: number;
      status_message?: unknown;
    };
    const says = typeof message === "string" ? message.slice(0, 120) : "";
    if (status !== undefined && (status < 1000 || status >= 2000))
      throw failed(`It refuses with ${status}${says ? `: ${says}` : ""}.`);
    const next = /<([^>]+)>\s*;\s*rel="?next"?/i.exec(response.headers.get("link") ?? "")?.[1];
    return { data, next: next === undefined ? null : addressOf(next, this.origin) };
  }

  /** A list, all its pages. */
  async list(from: URL): Promise<unknown[]> {
    const all: unknown[] = [];
    for (let at: URL | null = from; at;) {
      const { data, next } = await this.data(at);
      if (!Array.isArray(data)) throw failed("It answers with no list where one was asked for.");
      all.push(...(data as unknown[]));
      at = next;
    }
    return all;
  }
}

/**
 * Asks a network with a token. What it says is shown to whoever asked, and written nowhere else, without what was sent.
 * @throws Problem (502) that says in words what did not go
 */
async function askingAt<T>(
  address: string,
  token: string | null,
  work: (asking: Asking, origin: URL) => Promise<T>,
): Promise<T> {
  try {
    const origin = addressOf(address);
    return await work(new Asking(origin, token), origin);
  } catch (error) {
    if (error instanceof Problem && repeatsPart(error.detail, token))
      throw failed("It does not answer as it should, and repeats the token it was sent.");
    throw error;
  }
}

const VERSIONS = ["2.2.1", "2.2"];

interface Endpoint {
  readonly identifier?: unknown;
  readonly role?: unknown;
  readonly url?: unknown;
}
const isVersion = (row: unknown): row is { readonly version: string; readonly url: string } =>
  typeof row === "object" && row !== null && "version" in row && "url" in row;

/** What stands at an address: the endpoints of a network, from its list of versions or the details of one; or its answer itself. */
async function endpointsAt(
  asking: Asking,
  origin: URL,
): Promise<{ readonly data: unknown; readonly endpoints: readonly Endpoint[] | null }> {
  let { data } = await asking.data(origin);
  if (Array.isArray(data) && data.length > 0 && data.every(isVersion)) {
    const rows = data;
    const version = VERSIONS.map((wanted) => rows.find((row) => row.version === wanted)).find((row) => row);
    if (!version)
      throw failed(
        `It speaks ${rows
          .map((row) => row.version)
          .join(", ")
          .slice(0, 120)}; accepted: ${VERSIONS.join(" or ")}.`,
      );
    ({ data } = await asking.data(addressOf(version.url, origin)));
  }
  const { endpoints } = (data ?? {}) as { endpoints?: unknown };
  return { data, endpoints: Array.isArray(endpoints) ? (endpoints as Endpoint[]) : null };
}

/** The list of a module of a network; null where it has no such module. @param since what was changed from then on (ms) */
async function listOf(
  asking: Asking,
  origin: URL,
  endpoints: readonly Endpoint[],
  identifier: string,
  since?: number,
): Promise<unknown[] | null> {
  const found = endpoints.find((row) => row.identifier === identifier && (row.role ?? "SENDER") === "SENDER");
  if (typeof found?.url !== "string") return null;
  const url = addressOf(found.url, origin);
  if (since !== undefined) url.searchParams.set("date_from", new Date(since).toISOString());
  return asking.list(url);
}

/**
 * Reads a network's posts and prices: from its list of versions, from the details of one, or from a list of locations.
 * @param token as its network gave it; null where none is needed
 * @throws Problem (502) that says in words what did not go
 */
export const readNetworkAt = (address: string, token: string | null): Promise<Reading> =>
  askingAt(address, token, async (asking, origin) => {
    const { data, endpoints } = await endpointsAt(asking, origin);
    if (Array.isArray(data)) return { locations: await asking.list(origin), tariffs: [] };
    if (!endpoints) throw failed("It answers with neither versions, endpoints nor locations.");
    const of = async (identifier: string) => (await listOf(asking, origin, endpoints, identifier)) ?? [];
    return { locations: await of("locations"), tariffs: await of("tariffs") };
  });

/** Sessions and bills of the token's owner: OCPI 2.2.1 Session and CDR objects, unjudged. */
export interface OwnSessions {
  readonly sessions: readonly unknown[];
  readonly cdrs: readonly unknown[];
}

/**
 * Reads the sessions and bills a network tells of to the owner of a token, changed since a moment (ms since 1970).
 * @throws Problem (502) that says in words what did not go
 */
export const readSessionsAt = (address: string, token: string | null, since: number): Promise<OwnSessions> =>
  askingAt(address, token, async (asking, origin) => {
    const { endpoints } = await endpointsAt(asking, origin);
    const sessions = endpoints && (await listOf(asking, origin, endpoints, "sessions", since));
    if (!endpoints || !sessions) throw failed("It tells of no sessions: it has no module of that name.");
    return { sessions, cdrs: (await listOf(asking, origin, endpoints, "cdrs", since)) ?? [] };
  });
