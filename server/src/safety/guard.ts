import type { RequestHandler } from "express";
import helmet from "helmet";
import { Problem } from "../api/problem";

const LOOPBACK_NAMES = new Set(["localhost", "127.0.0.1", "[::1]"]);

const hostName = (authority: string): string => authority.replace(/:\d+$/, "").toLowerCase();

/**
 * Refuses requests that reached this server under a foreign name (a rebound DNS name) or were sent by a page of another
 * origin.
 * @param hosts names and addresses it is known by beside loopback
 */
export function guardHostAndOrigin(hosts: readonly string[] = []): RequestHandler {
  const names = new Set([...LOOPBACK_NAMES, ...hosts.map((host) => host.toLowerCase())]);
  return (req, _res, next) => {
    const host = req.headers.host ?? "";
    if (!names.has(hostName(host)))
      throw new Problem(
        403,
        "Foreign host",
        hosts.length === 0
          ? "This server answers only to localhost, 127.0.0.1 and [::1]."
          : "This server does not know itself by that name. Add it to KETTLEBACK_HOSTS.",
      );
    const { origin } = req.headers;
    if (origin !== undefined && origin !== `http://${host}`)
      throw new Problem(403, "Foreign origin", "This server takes requests only from its own pages.");
    next();
  };
}

/** Security headers: everything the page needs comes from here, nothing else runs or loads. */
export const securityHeaders = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'"],
      fontSrc: ["'self'"],
      imgSrc: ["'self'", "data:"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      manifestSrc: ["'self'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  // A form sent with no referrer at all would say its origin is null, and be refused.
  referrerPolicy: { policy: "same-origin" },
  // Served over plain HTTP on loopback: a strict-transport promise could not be kept.
  strictTransportSecurity: false,
});
