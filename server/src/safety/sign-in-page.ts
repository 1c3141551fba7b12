import express, { Router, type Request, type RequestHandler } from "express";
import { notFound, Problem } from "../api/problem";
import { plainPage, plainStyle } from "../plain-page";
import type { SignIn, SignIns } from "./sign-ins";

/** Name of the cookie that carries a sign-in. */
export const COOKIE = "kettleback";
const PAGE = "/sign-in";

const page = (word: string): string =>
  plainPage(
    "passphrase",
    `<form method="post" action="${PAGE}">
${word && `<p role="alert">${word}</p>`}
<label for="passphrase">Passphrase of this Kettleback</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button>Come in</button></form>`,
  );

const cookieOf = ({ headers }: Request): string | undefined =>
  headers.cookie
    ?.split(";")
    .map((pair) => pair.trim().split("="))
    .find(([name]) => name === COOKIE)?.[1];

const addressOf = (req: Request): string => req.socket.remoteAddress ?? "";

/** Stands before a server that listens wider: without the passphrase there is the page that asks for it, and nothing else. */
export function signInPage(signIns: SignIns): Router {
  const router = Router();
  router.use(plainStyle());
  router.get(
    PAGE,
    (_req, res) => void res.setHeader("Cache-Control", "no-store").type("html").send(page("")),
  );
  router.post(PAGE, express.urlencoded({ extended: false, limit: 2048 }), async (req, res) => {
    const { passphrase } = (req.body ?? {}) as { passphrase?: unknown };
    const attempt = await signIns.attempt(
      typeof passphrase === "string" ? passphrase : "",
      addressOf(req),
      req.headers["user-agent"] ?? "",
    );
    res.setHeader("Cache-Control", "no-store");
    if (attempt.ok) {
      // Served over plain HTTP in a house: a Secure cookie would never come back.
      res.cookie(COOKIE, attempt.cookie, { httpOnly: true, sameSite: "strict", path: "/" });
      return void res.redirect(303, "/");
    }
    const seconds = Math.ceil(attempt.waitMs / 1000);
    res
      .status(429)
      .setHeader("Retry-After", String(seconds))
      .type("html")
      .send(page(`That is not it, or it came too soon. Try again in ${seconds} s.`));
  });
  router.use(passphraseNeeded(signIns));
  return router;
}

const passphraseNeeded =
  (signIns: SignIns): RequestHandler =>
  (req, res, next) => {
    const signIn = signIns.admitted(cookieOf(req));
    if (signIn) {
      res.locals.signIn = signIn;
      return next();
    }
    if (req.path.startsWith("/api") || req.method !== "GET")
      throw new Problem(401, "Passphrase needed", "Open this address in a browser and give the passphrase.");
    res.setHeader("Cache-Control", "no-store");
    res.redirect(303, PAGE);
  };

/** Who has come in, and how to end that; an empty list where nobody is asked for a passphrase. */
export function signInsApi(signIns: SignIns | undefined): Router {
  const router = Router();
  router.get("/", (_req, res) => {
    const own = (res.locals.signIn as SignIn | undefined)?.id;
    res.json((signIns?.list() ?? []).map((signIn) => ({ ...signIn, own: signIn.id === own })));
  });
  router.delete("/:id", (req, res) => {
    if (!signIns?.end(req.params.id)) throw notFound("sign-in with this name");
    res.json({ ended: true });
  });
  return router;
}
