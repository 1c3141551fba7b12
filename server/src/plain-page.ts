import { Router } from "express";

const STYLE = "/plain.css";

const css = `body{margin:0;min-height:100vh;display:grid;place-items:center;background:#f3eee4;color:#28333a;font:1.0625rem/1.5 system-ui,sans-serif}
main{display:grid;gap:10px;width:min(22rem,calc(100vw - 32px))}
main.wide{width:min(44rem,calc(100vw - 32px))}
form{display:grid;gap:10px}
h1{margin:0;font-size:1.5rem}
input,button{font:inherit;padding:8px 10px;border:1px solid #566269;border-radius:3px}
button{background:#22604c;border-color:#22604c;color:#fff;font-weight:600}
input:focus-visible,button:focus-visible{outline:2px solid #22604c;outline-offset:2px}
p{margin:0;overflow-wrap:anywhere}[role=alert]{color:#9c2a4b}
@media (prefers-color-scheme:dark){body{background:#1b2124;color:#ebe6dc}input{background:#242b2f;color:#ebe6dc}[role=alert]{color:#f096ae}}`;

/** Answers the style of the plain pages: those that need no script and stand before the application. */
export function plainStyle(): Router {
  const router = Router();
  router.get(STYLE, (_req, res) => void res.type("css").send(css));
  return router;
}

const ENTITIES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

/** Text as it may stand in a page. */
export const escaped = (text: string): string => text.replaceAll(/[&<>"]/g, (c) => ENTITIES[c]!);

/** A page without script: a title, and what it says, as HTML. */
export const plainPage = (title: string, main: string, width: "" | "wide" = ""): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Kettleback: ${escaped(title)}</title><link rel="stylesheet" href="${STYLE}"></head>
<body><main${width && ` class="${width}"`}><h1>Kettleback</h1>
${main}</main></body></html>`;
