import { join } from "node:path";
import { Router } from "express";
import expressStaticGzip from "express-static-gzip";
import { Problem } from "./api/problem";

const COMPRESSED = { enableBrotli: true, orderPreference: ["br", "gz"], index: false };

/** The built pages, as they were compressed when they were built; every address that is none of theirs is a screen of the one page. */
export function pagesOf(folder: string): Router {
  const router = Router();
  router.use(
    "/assets",
    // Their names say what is in them.
    expressStaticGzip(join(folder, "assets"), {
      ...COMPRESSED,
      serveStatic: { immutable: true, maxAge: "1y" },
    }),
    () => {
      throw new Problem(404, "Not found", "There is no such page.");
    },
  );
  const page = expressStaticGzip(folder, {
    ...COMPRESSED,
    // Kept, and asked for anew each time: a newer one names newer parts.
    serveStatic: { cacheControl: false, setHeaders: (res) => res.setHeader("Cache-Control", "no-cache") },
  });
  router.use(page);
  router.get(/.*/, (req, res, next) => {
    req.url = "/index.html";
    page(req, res, next);
  });
  router.get(/.*/, () => {
    throw new Problem(404, "Not found", "There is no such page.");
  });
  return router;
}
