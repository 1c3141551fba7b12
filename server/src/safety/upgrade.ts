import type { IncomingMessage } from "node:http";
import { IDENTITY } from "@kettleback/core";
import { hostName } from "./names";

/** The one language that is spoken with a charge point: OCPP 1.6 over JSON. */
export const SUBPROTOCOL = "ocpp1.6";

/** A path and query as a client sends it (RFC 9112, 3.2.1): one slash, then visible characters only. */
const TARGET = /^\/(?!\/)[!-~]*$/;
/** Whether what a request asks for is an address at all; libraries throw at, or warn of, some that are none. */
export const isTarget = (url = ""): boolean => TARGET.test(url);
/** `/ocpp/` and a name of printable ASCII, some of it percent-encoded; a query is passed over. */
const POINT = /^\/ocpp\/((?:[A-Za-z0-9._:=+|@*-]|%[2-7][0-9A-Fa-f])+)(?:\?|$)/;

/** What a request for another protocol comes to: the charge point that asks, or the status it is refused with. */
export type Upgrade =
  | { readonly identity: string; readonly refused?: never }
  | { readonly refused: 400 | 403 | 404; readonly identity?: never };

/**
 * Judges a request for another protocol whole, before anything parses it: its host, its origin, its path and what it asks
 * for. Never throws, whatever it is made of.
 * @param isOwn whether a name or address is this server's
 */
export function judgeUpgrade(
  { method, url = "", headers }: Pick<IncomingMessage, "method" | "url" | "headers">,
  isOwn: (name: string) => boolean,
): Upgrade {
  if (method !== "GET" || !isTarget(url)) return { refused: 400 };
  // A page is never a charge point, and a browser always says whose page it is.
  if (headers.origin !== undefined || !isOwn(hostName(headers.host ?? ""))) return { refused: 403 };
  const named = POINT.exec(url)?.[1];
  const identity = named === undefined ? "" : decodeURIComponent(named);
  if (!IDENTITY.test(identity)) return { refused: 404 };
  const protocols = (headers["sec-websocket-protocol"] ?? "").split(",").map((name) => name.trim());
  if (headers.upgrade?.toLowerCase() !== "websocket" || !protocols.includes(SUBPROTOCOL))
    return { refused: 400 };
  return { identity };
}

/**
 * Writes a request anew as the judge has read it. The library that answers it parses path and protocols again, and throws
 * at some that a client may send.
 */
export function asJudged(request: IncomingMessage, identity: string): IncomingMessage {
  request.url = `/ocpp/${encodeURIComponent(identity)}`;
  request.headers["sec-websocket-protocol"] = SUBPROTOCOL;
  return request;
}
