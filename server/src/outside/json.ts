import { Tokenizer, TokenParser } from "@streamparser/json";
import { Depth, MOST_DEEP } from "../safety/bodies";
import { turns } from "../take/turn";

/** Bytes parsed at once: some milliseconds. */
const AT_ONCE = 16 * 1024;

/** Lists and objects lie too deep in each other, in words. */
export class TooDeepError extends Error {
  constructor() {
    super(`It has lists and objects in each other, more than ${MOST_DEEP} deep.`);
  }
}

/**
 * Parses JSON from outside as it comes, in turns that let others in, however much it is.
 * @throws TooDeepError, or SyntaxError where it is no JSON
 */
export async function parsedAsItComes(pieces: AsyncIterable<Uint8Array>): Promise<unknown> {
  const depth = new Depth();
  const turn = turns();
  const tokenizer = new Tokenizer();
  const parser = new TokenParser({ paths: ["$"], keepStack: false });
  const said: { value?: unknown } = {};
  let broken = false;
  tokenizer.onToken = (token) => parser.write(token);
  parser.onValue = ({ value }) => (said.value = value);
  parser.onError = tokenizer.onError = () => (broken = true);
  for await (const piece of pieces)
    for (let at = 0; at < piece.length; at += AT_ONCE) {
      const part = piece.subarray(at, at + AT_ONCE);
      if (depth.take(part) > MOST_DEEP) throw new TooDeepError();
      tokenizer.write(part);
      if (broken) throw new SyntaxError("no JSON");
      await turn();
    }
  // A bare figure ends where the text does.
  if (!tokenizer.isEnded) tokenizer.end();
  if (broken || !("value" in said)) throw new SyntaxError("no JSON");
  return said.value;
}
