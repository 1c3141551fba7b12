import type { RequestHandler } from "express";
import helmet from "helmet";
import { Problem } from "../api/problem";
import { hostName, knownNames } from "./names";

/** The names a server that listens on loopback is known by. */
const ONLY_LOOPBACK = knownNames();

/**
 * Refuses requests that reached this server under a foreign name (a rebound DNS name) or were sent by a page of another
 * origin.
 * @param isOwn whether a name or address is this server's
 */
export function guardHostAndOrigin(isOwn: (name: string) => boolean = ONLY_LOOPBACK): RequestHandler {
  return (req, _res, next) => {
    const host = req.headers.host ?? "";
    if (!isOwn(hostName(host)))
      throw new Problem(
        403,
        "Foreign host",
        isOwn === ONLY_LOOPBACK
          ? "This server answers only to localhost and the loopback addresses, such as 127.0.0.1."
          : "This server does not know itself by that name. Add it to KETTLEBACK_HOSTS.",
      );
    const { origin } = req.headers;
    if (origin !== undefined && origin !== `${req.protocol}://${host}`)
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
  // A name in a house is shared by other ports that speak plain HTTP: a strict-transport promise would shut them out.
  strictTransportSecurity: false,
});
