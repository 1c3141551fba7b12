import express, { Router, type Request, type RequestHandler } from "express";
import { notFound, Problem } from "../api/problem";
import type { Door, DoorSession } from "./door";

/** Name of the cookie that carries a signed session. */
export const COOKIE = "kettleback";
const PAGE = "/sign-in";
const STYLE = "/sign-in.css";

const css = `body{margin:0;min-height:100vh;display:grid;place-items:center;background:#f3eee4;color:#28333a;font:1.0625rem/1.5 system-ui,sans-serif}
form{display:grid;gap:10px;width:min(22rem,calc(100vw - 32px))}
h1{margin:0;font-size:1.5rem}
input,button{font:inherit;padding:8px 10px;border:1px solid #566269;border-radius:3px}
button{background:#22604c;border-color:#22604c;color:#fff;font-weight:600}
input:focus-visible,button:focus-visible{outline:2px solid #22604c;outline-offset:2px}
p{margin:0}[role=alert]{color:#9c2a4b}
@media (prefers-color-scheme:dark){body{background:#1b2124;color:#ebe6dc}input{background:#242b2f;color:#ebe6dc}[role=alert]{color:#f096ae}}`;

const page = (word: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Kettleback: passphrase</title><link rel="stylesheet" href="${STYLE}"></head>
<body><main><form method="post" action="${PAGE}"><h1>Kettleback</h1>
${word && `<p role="alert">${word}</p>`}
<label for="passphrase">Passphrase of this Kettleback</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button>Come in</button></form></main></body></html>`;

const cookieOf = ({ headers }: Request): string | undefined =>
  headers.cookie
    ?.split(";")
    .map((pair) => pair.trim().split("="))
    .find(([name]) => name === COOKIE)?.[1];

const addressOf = (req: Request): string => req.socket.remoteAddress ?? "";

/** The door of a server that listens wider: without the passphrase there is the page that asks for it, and nothing else. */
export function signIn(door: Door): Router {
  const router = Router();
  router.get(STYLE, (_req, res) => void res.type("css").send(css));
  router.get(
    PAGE,
    (_req, res) => void res.setHeader("Cache-Control", "no-store").type("html").send(page("")),
  );
  router.post(PAGE, express.urlencoded({ extended: false, limit: 2048 }), async (req, res) => {
    const { passphrase } = (req.body ?? {}) as { passphrase?: unknown };
    const entry = await door.enter(
      typeof passphrase === "string" ? passphrase : "",
      addressOf(req),
      req.headers["user-agent"] ?? "",
    );
    res.setHeader("Cache-Control", "no-store");
    if (entry.ok) {
      // Served over plain HTTP in a house: a Secure cookie would never come back.
      res.cookie(COOKIE, entry.cookie, { httpOnly: true, sameSite: "strict", path: "/" });
      return void res.redirect(303, "/");
    }
    const seconds = Math.ceil(entry.waitMs / 1000);
    res
      .status(429)
      .setHeader("Retry-After", String(seconds))
      .type("html")
      .send(page(`That is not it, or it came too soon. Try again in ${seconds} s.`));
  });
  router.use(askedAtTheDoor(door));
  return router;
}

const askedAtTheDoor =
  (door: Door): RequestHandler =>
  (req, res, next) => {
    const session = door.admitted(cookieOf(req));
    if (session) {
      res.locals.session = session;
      return next();
    }
    if (req.path.startsWith("/api") || req.method !== "GET")
      throw new Problem(401, "Passphrase needed", "Open this address in a browser and give the passphrase.");
    res.setHeader("Cache-Control", "no-store");
    res.redirect(303, PAGE);
  };

/** Who has come in, and how to end that; an empty list where nobody is asked for a passphrase. */
export function sessionsApi(door: Door | undefined): Router {
  const router = Router();
  router.get("/", (_req, res) => {
    const own = (res.locals.session as DoorSession | undefined)?.id;
    res.json((door?.list() ?? []).map((session) => ({ ...session, own: session.id === own })));
  });
  router.delete("/:id", (req, res) => {
    if (!door?.end(req.params.id)) throw notFound("session with this name");
    res.json({ ended: true });
  });
  return router;
}
