import { PATTERNS } from "./patterns";
import type { Said, Token } from "./token";

/** Longer texts are cut: a plate is not a page. */
export const LONGEST_PLATE = 400;

/** Marks that say on which side of a unit the figures after them stand. "In" in mixed case is a rated current. */
const SIDES = /\b(IN|INPUT|Input|input|OUT|OUTPUT|Output|output)\b/g;
/** Stands where a piece has been read, so that its neighbours are not taken for one piece. */
const READ = "¦";
/** What is printed around the figures and says nothing by itself. */
const FILLING =
  /^(?:max|min|rated|nominal|voltage|current|power|input|output|in|out|supply|model|type|no|nr|and|with|battery|pack|capacity|for|use|ac|dc|ue|un|in|imax|cable|cord|lead|plug|socket|car|ev|traction|made|of|the|x|~|total|usable|gross|energy|g|pe)$/i;

/** Pieces of a plate in the order they are printed, and what of it could not be read. Never throws. */
export function scan(text: string): {
  readonly tokens: readonly Token[];
  readonly unread: readonly string[];
} {
  const line = text.slice(0, LONGEST_PLATE).normalize("NFC");
  const sides = [...line.matchAll(SIDES)].map((m) => ({
    at: m.index,
    side: /^i/i.test(m[0]) ? ("in" as const) : ("out" as const),
  }));
  const tokens: Token[] = [];
  let rest = line;
  for (const { written, said } of PATTERNS)
    rest = rest.replace(written, (piece: string, ...more: unknown[]) => {
      const at = more.findIndex((part) => typeof part === "number");
      const offset = more[at] as number;
      const says = said(more.slice(0, at) as (string | undefined)[]);
      const each: readonly Said[] =
        says === undefined ? [] : Array.isArray(says) ? (says as readonly Said[]) : [says as Said];
      for (const one of each)
        tokens.push({
          at: offset,
          text: piece.trim(),
          said: one,
          side: sides.filter((mark) => mark.at < offset).at(-1)?.side,
        });
      return READ.repeat(piece.length);
    });
  tokens.sort((a, b) => a.at - b.at);
  const unread = rest
    .split(/[\s¦;:|=()[\]/]+|,(?!\d)/)
    .map((word) => word.replace(/^[.\-–+~]+|[.\-–+~]+$/g, ""))
    .filter((word) => /[\p{L}\p{N}]/u.test(word) && !FILLING.test(word));
  return { tokens, unread };
}
