import { sign, unsign } from "cookie-signature";

/** Values that came under a cookie's name, in their order: another page of the same machine may have planted some. */
export const valuesOf = (header: string | undefined, name: string): string[] =>
  (header ?? "").split(";").flatMap((pair) => {
    const at = pair.indexOf("=");
    if (at < 0 || pair.slice(0, at).trim() !== name) return [];
    try {
      return [decodeURIComponent(pair.slice(at + 1).trim())];
    } catch {
      return [];
    }
  });

/** A cookie header with one value under a name, or none: what else came under it is left out. */
export const withOnly = (header: string, name: string, value: string | undefined): string =>
  [
    ...header.split(";").filter((pair) => pair.split("=", 1)[0]!.trim() !== name),
    ...(value === undefined ? [] : [`${name}=${encodeURIComponent(value)}`]),
  ].join(";");

const KNOWN = "known:";

/** The token by which a browser that was let in is known again. */
export const knownToken = (browser: string, secret: string): string => sign(KNOWN + browser, secret);

/** The browser that the first good one of these tokens names; null where none is. */
export function knownBrowser(tokens: readonly string[], secret: string): string | null {
  for (const token of tokens) {
    const said = unsign(token, secret);
    if (said !== false && said.startsWith(KNOWN)) return said.slice(KNOWN.length);
  }
  return null;
}
