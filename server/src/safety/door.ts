import { randomBytes } from "node:crypto";
import { unsign } from "cookie-signature";
import express, { Router, type Request, type RequestHandler, type Response } from "express";
import session, { MemoryStore, type SessionData } from "express-session";
import { notFound, Problem } from "../api/problem";
import { plainPage, plainStyle } from "../plain-page";
import { goneWith } from "./gone";
import { knownBrowser, knownToken, valuesOf, withOnly } from "./cookies";
import { Guesses, type Guess } from "./guesses";
import { held } from "./weighing";

declare module "express-session" {
  interface SessionData {
    /** Set once the passphrase was given. */
    signIn: Omit<SignIn, "seenAt" | "own">;
  }
}

/** A browser that has said the passphrase. */
export interface SignIn {
  readonly id: string;
  /** Milliseconds since 1970. */
  readonly madeAt: number;
  readonly seenAt: number;
  /** Where it came from, and what it calls itself. */
  readonly from: string;
  readonly browser: string;
  /** Whether it is the one that asks. */
  readonly own: boolean;
}

/** What stands before a server that listens wider. */
export interface Door {
  /** Lets through who is signed in; to everybody else it is the page that asks for the passphrase, and nothing else. */
  readonly stands: Router;
  /** Who has come in, and how to end that. */
  readonly signIns: Router;
}

export interface DoorOptions {
  readonly passphrase: string;
  /** What cookies are signed with. */
  readonly secret: string;
  /** Served over TLS: cookies come back over TLS alone. */
  readonly secure: boolean;
  /** How often sign-ins that are over by themselves are looked for (ms). */
  readonly lookedOverMs?: number;
}

const PAGE = "/sign-in";
/** A sign-in nobody has used for so long is over (ms). */
const IDLE_MS = 7 * 24 * 3600 * 1000;
const MOST_SIGN_INS = 50;
/** How long a browser that was let in is known again (ms). */
const KNOWN_MS = 365 * 24 * 3600 * 1000;

/** Names of the cookies; over TLS under a prefix that no page served without it can plant (RFC 6265bis, 4.1.3). */
export const cookieNames = (secure: boolean) => {
  const prefix = secure ? "__Host-" : "";
  return { session: `${prefix}kettleback`, known: `${prefix}kettleback-known` } as const;
};

const page = (word: string): string =>
  plainPage(
    "passphrase",
    `<form method="post" action="${PAGE}">
${word && `<p role="alert">${word}</p>`}
<label for="passphrase">Passphrase of this Kettleback</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button>Come in</button></form>`,
  );

/** The sessions there are, by their secret names; those that are over go as they are read. */
const sessionsIn = (store: MemoryStore): Promise<[string, SessionData][]> =>
  new Promise((resolve, reject) =>
    store.all((error: unknown, found) =>
      error
        ? reject(error as Error)
        : resolve(
            Object.entries((found ?? {}) as Record<string, SessionData>).sort(
              ([, a], [, b]) => a.signIn.madeAt - b.signIn.madeAt,
            ),
          ),
    ),
  );

/** Signs in the browser that asks, under a new session; of too many the oldest goes. */
async function begin(req: Request, store: MemoryStore, sending: Sending): Promise<void> {
  const before = await sessionsIn(store);
  for (const [id, { signIn }] of before.slice(0, Math.max(0, before.length + 1 - MOST_SIGN_INS))) {
    store.destroy(id);
    sending.end(signIn.id);
  }
  // Signed in anew, what it hears under the old sign-in ends as well.
  if (req.session.signIn) sending.end(req.session.signIn.id);
  await new Promise<void>((resolve, reject) =>
    req.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve())),
  );
  req.session.signIn = {
    id: randomBytes(8).toString("hex"),
    madeAt: Date.now(),
    from: req.socket.remoteAddress ?? "",
    browser: (req.headers["user-agent"] ?? "").slice(0, 200),
  };
}

const LOOKED_OVER_MS = 60_000;

/** Answers that are still being sent, by the sign-in they were asked for under: they end with it. */
class Sending {
  private readonly of = new Map<string, Set<Response>>();

  /** Notes an answer until it is over. */
  note(id: string, res: Response): void {
    const own = this.of.get(id) ?? new Set();
    this.of.set(id, own.add(res));
    res.once("close", () => {
      own.delete(res);
      if (own.size === 0) this.of.delete(id);
    });
  }

  /** Cuts the answers of a sign-in that is over. @param but one that is still to be sent: it says so */
  end(id: string, but?: Response): void {
    for (const res of this.of.get(id) ?? []) if (res !== but) res.destroy();
  }

  /** Cuts those of sign-ins that are not among these. */
  endOthers(ids: ReadonlySet<string>): void {
    for (const id of this.of.keys()) if (!ids.has(id)) this.end(id);
  }
}

/** Of several cookies under the name of ours the one that is: what others planted is passed over. */
const passOverPlanted =
  (store: MemoryStore, name: string, secret: string): RequestHandler =>
  async (req, _res, next) => {
    const values = valuesOf(req.headers.cookie, name);
    if (values.length > 1) {
      const there = new Set((await sessionsIn(store)).map(([id]) => id));
      const own = values.find((value) => {
        const id = value.startsWith("s:") && unsign(value.slice(2), secret);
        return id !== false && there.has(id);
      });
      req.headers.cookie = withOnly(req.headers.cookie!, name, own);
    }
    next();
  };

const noStore: RequestHandler = (_req, res, next) => {
  res.setHeader("Cache-Control", "no-store");
  next();
};

/** A door that opens to one passphrase. Sign-ins live in memory, so that a restart ends all of them. */
export function doorOf({ passphrase, secret, secure, lookedOverMs = LOOKED_OVER_MS }: DoorOptions): Door {
  const store = new MemoryStore();
  const sending = new Sending();
  setInterval(() => {
    sessionsIn(store).then(
      (found) => sending.endOthers(new Set(found.map(([, { signIn }]) => signIn.id))),
      () => undefined,
    );
  }, lookedOverMs).unref();
  const guesses = new Guesses(passphrase);
  const names = cookieNames(secure);
  const cookie = { httpOnly: true, sameSite: "strict", secure, path: "/" } as const;

  const letIn = async (req: Request, res: Response): Promise<void> => {
    await begin(req, store, sending);
    const known = knownBrowser(valuesOf(req.headers.cookie, names.known), secret);
    const token = knownToken(known ?? randomBytes(16).toString("hex"), secret);
    res.cookie(names.known, token, { ...cookie, maxAge: KNOWN_MS });
    res.redirect(303, "/");
  };

  const stands = Router();
  stands.use(plainStyle());
  stands.use(passOverPlanted(store, names.session, secret));
  stands.use(
    session({
      store,
      secret,
      name: names.session,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { ...cookie, maxAge: IDLE_MS },
    }),
  );
  stands.get(PAGE, noStore, (_req, res) => void res.type("html").send(page("")));
  stands.post(PAGE, noStore, express.urlencoded({ extended: false, limit: 2048 }), async (req, res) => {
    const { passphrase: said } = (req.body ?? {}) as { passphrase?: unknown };
    const guess: Guess = {
      text: typeof said === "string" ? said : "",
      address: req.socket.remoteAddress ?? "",
      known: knownBrowser(valuesOf(req.headers.cookie, names.known), secret),
      gone: goneWith(res),
    };
    const weighed = await guesses.weigh(guess);
    if (weighed === "right") return letIn(req, res);
    if (weighed === "gone") return;
    if (weighed === "wrong") await held(await guesses.holdAfterWrong(guess), guess.gone);
    res
      .status(weighed === "wrong" ? 403 : 503)
      .type("html")
      .send(page(weighed === "wrong" ? "That is not it." : "Too many are asking at once. Try again."));
  });
  stands.use((req, res, next) => {
    if (req.session.signIn) {
      sending.note(req.session.signIn.id, res);
      return next();
    }
    if (req.path.toLowerCase().startsWith("/api") || req.method !== "GET")
      throw new Problem(401, "Passphrase needed", "Open this address in a browser and give the passphrase.");
    res.setHeader("Cache-Control", "no-store");
    res.redirect(303, PAGE);
  });
  return { stands, signIns: signInsOf(store, sending) };
}

function signInsOf(store: MemoryStore, sending: Sending): Router {
  const router = Router();
  router.get("/", async (req, res) => {
    const found = await sessionsIn(store);
    res.json(
      found.map(([, { signIn, cookie }]): SignIn => ({
        ...signIn,
        // Each use puts its end off by as much again.
        seenAt: new Date(cookie.expires!).getTime() - IDLE_MS,
        own: signIn.id === req.session.signIn?.id,
      })),
    );
  });
  router.delete("/:id", async (req, res) => {
    const found = (await sessionsIn(store)).find(([, { signIn }]) => signIn.id === req.params.id);
    if (!found) throw notFound("sign-in with this name");
    if (req.session.signIn?.id === req.params.id) req.session.destroy(() => undefined);
    else store.destroy(found[0]);
    sending.end(req.params.id, res);
    res.json({ ended: true });
  });
  return router;
}

/** The answer where nobody is asked for a passphrase: nobody has come in. */
export function nobody(): Router {
  const router = Router();
  router.get("/", (_req, res) => void res.json([]));
  router.delete("/:id", () => {
    throw notFound("sign-in with this name");
  });
  return router;
}
