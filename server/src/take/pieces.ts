import { createReadStream } from "node:fs";
import { Tokenizer, TokenParser, TokenType, type ParsedTokenInfo } from "@streamparser/json";
import { KIND_NAMES, type Kind } from "@kettleback/core";
import { Problem, refused } from "../api/problem";
import { MOST_DEEP } from "../safety/bodies";

/** A piece of a household file, as it is come upon. */
export type Piece =
  /** A field of the document: its value; of a list, `[]`. */
  | { readonly is: "field"; readonly name: string; readonly value: unknown }
  | { readonly is: "thing"; readonly kind: Kind; readonly at: number; readonly value: unknown }
  /** What is said of a session. */
  | { readonly is: "spec"; readonly at: number; readonly value: unknown }
  | { readonly is: "sample"; readonly session: number; readonly at: number; readonly value: unknown }
  /** A whole session, its readings left out: `[]` where they are a list. */
  | { readonly is: "session"; readonly at: number; readonly value: unknown };

/** Bytes read at once. */
const CHUNK = 16 * 1024;
/** Most bytes of what is kept whole: a thing, or what is said of a session. */
const MOST_OF_ONE = 16 * 1024 * 1024;
/** Most names in one object; the largest of a document of ours has some forty. */
const MOST_NAMES = 1_000;
/** Most in one list of a thing: a year of a meter at a quarter of an hour is the longest there is. */
const MOST_ITEMS = 150_000;

const LISTS: ReadonlySet<string> = new Set([...KIND_NAMES, "sessions"]);
const WHOLE = ["format", "version", "household", "series"] as const;

const OPENS = new Set([TokenType.LEFT_BRACE, TokenType.LEFT_BRACKET]);
const CLOSES = new Set([TokenType.RIGHT_BRACE, TokenType.RIGHT_BRACKET]);

interface Level {
  readonly list: boolean;
  /** The place in a list, or the name in an object, of what comes next or was last. */
  at: string | number;
  /** Names and items so far. */
  count: number;
}

/** Follows the tokens of a document, and says what the parser of its parts does not: names, and what is a list. */
class Shape {
  private readonly levels: Level[] = [];
  private text = "";
  private session: Record<string, unknown> = {};
  private expects = true;

  constructor(
    private readonly say: (piece: Piece) => void,
    private readonly fail: (field: string, message: string) => void,
  ) {}

  private begun(token: TokenType): void {
    const [top, list, inner] = this.levels;
    const isList = token === TokenType.LEFT_BRACKET;
    if (this.levels.length === 1 && typeof top!.at === "string") {
      const name = top!.at;
      if (LISTS.has(name)) this.say({ is: "field", name, value: isList ? [] : null });
      else if (!(WHOLE as readonly string[]).includes(name)) this.say({ is: "field", name, value: null });
    }
    const inSessions = top?.at === "sessions" && list?.list === true;
    if (inSessions && this.levels.length === 2) {
      this.session = {};
      if (token !== TokenType.LEFT_BRACE) this.say({ is: "session", at: Number(list.at), value: null });
    }
    if (inSessions && this.levels.length === 3 && !inner!.list) {
      const name = String(inner!.at);
      if (Object.hasOwn(this.session, name)) this.fail(`sessions.${list.at}.${name}`, "comes twice");
      this.session[name] = name === "samples" && isList ? [] : null;
    }
  }

  /** What is said of the session that is being read. */
  describe(spec: unknown): void {
    this.session.spec = spec;
  }

  private ended(): void {
    const [top, list, inner] = this.levels;
    if (this.levels.length === 3 && top!.at === "sessions" && list!.list && !inner!.list)
      this.say({ is: "session", at: Number(list!.at), value: this.session });
  }

  /** Counts what comes in an object or a list: one thing is judged at one go, and too much of it holds others up. */
  private counted(level: Level): void {
    level.count += 1;
    const [top] = this.levels;
    const isOne = this.levels.length > 2 && !(this.levels.length === 4 && top!.at === "sessions");
    const most = level.list ? (isOne ? MOST_ITEMS : Infinity) : MOST_NAMES;
    if (level.count <= most) return;
    const at = this.levels.map((one) => one.at).slice(0, -1);
    this.fail(
      at.join(".") || "(document)",
      `accepted: up to ${most} ${level.list ? "items in a list" : "fields"}`,
    );
  }

  next(token: TokenType, value: unknown): void {
    const level = this.levels.at(-1);
    if (token === TokenType.COMMA) {
      if (level?.list) level.at = Number(level.at) + 1;
      if (level) this.counted(level);
      this.expects = level?.list ?? true;
    } else if (token === TokenType.COLON) {
      level!.at = this.text;
      this.expects = true;
    } else if (CLOSES.has(token)) {
      this.ended();
      this.levels.pop();
    } else if (!this.expects) {
      this.text = String(value);
    } else {
      this.begun(token);
      if (!OPENS.has(token)) return;
      const list = token === TokenType.LEFT_BRACKET;
      this.levels.push({ list, at: list ? 0 : "", count: 1 });
      this.expects = list;
      if (this.levels.length > MOST_DEEP)
        throw new Problem(
          400,
          "Too deep",
          `accepted: lists and objects in each other, up to ${MOST_DEEP} deep`,
        );
    }
  }
}

const PATHS = [
  ...WHOLE.map((name) => `$.${name}`),
  ...KIND_NAMES.map((kind) => `$.${kind}.*`),
  "$.sessions.*.spec",
  "$.sessions.*.samples.*",
];

const kindOf = (name: unknown): Kind | undefined => KIND_NAMES.find((kind) => kind === name);

/** A reader that is fed text and gives the pieces it has come upon. */
function reader() {
  let found: Piece[] = [];
  const shape = new Shape(
    (piece) => found.push(piece),
    (field, message) => {
      throw refused([{ field, message }]);
    },
  );
  const tokenizer = new Tokenizer();
  const parser = new TokenParser({ paths: PATHS, keepStack: false });
  let offset = 0;
  let lines = 1;
  let failure: unknown;
  const fail = (error: unknown) => {
    failure ??= error;
  };
  /** Where it is broken, in bytes: as the tokenizer says, or else at the token that has no place there. */
  const brokenAt = (): number =>
    Number(/absolute position "(\d+)"/.exec((failure as Error).message)?.[1] ?? offset + 1);
  const whole = { begunAt: 0 };
  tokenizer.onToken = ({ token, value, offset: at, partial }: ParsedTokenInfo) => {
    if (failure !== undefined) return;
    offset = at;
    try {
      parser.write({ token, value, ...(partial === undefined ? {} : { partial }) } as ParsedTokenInfo);
      shape.next(token, value);
    } catch (error) {
      fail(error);
    }
  };
  parser.onError = fail;
  tokenizer.onError = fail;
  parser.onValue = ({ value, key, stack }) => {
    whole.begunAt = offset;
    const [, first, second, third] = [...stack.map((level) => level.key), key];
    if (second === undefined) found.push({ is: "field", name: String(first), value });
    else if (first === "sessions") {
      if (third === "spec") {
        shape.describe(value);
        found.push({ is: "spec", at: Number(second), value });
      } else found.push({ is: "sample", session: Number(second), at: Number(key), value });
    } else if (typeof second === "number")
      found.push({ is: "thing", kind: kindOf(first)!, at: second, value });
  };
  return {
    /** @throws Problem where it is no JSON, or too much of one piece */
    write(chunk: Buffer, from: number): Piece[] {
      tokenizer.write(chunk);
      if (failure instanceof Problem) throw failure;
      if (failure !== undefined)
        throw noJson(lines + linesIn(chunk.subarray(0, Math.max(0, brokenAt() - from))));
      lines += linesIn(chunk);
      if (from + chunk.length - whole.begunAt > MOST_OF_ONE)
        throw new Problem(413, "Too large", `accepted: things of up to ${MOST_OF_ONE} bytes each`);
      const given = found;
      found = [];
      return given;
    },
    /** @throws Problem where it ends too early */
    end(): void {
      if (!parser.isEnded) throw new Problem(400, "Not JSON", "not JSON: it ends too early");
    },
  };
}

const NEW_LINE = 10;
const linesIn = (chunk: Buffer): number => {
  let lines = 0;
  for (let at = chunk.indexOf(NEW_LINE); at >= 0; at = chunk.indexOf(NEW_LINE, at + 1)) lines += 1;
  return lines;
};

const noJson = (line: number): Problem =>
  new Problem(400, "Not JSON", `not JSON: line ${line} cannot be read`);

/**
 * The pieces of a household file in their order, some at a time; nothing more of it is in memory.
 * @throws Problem 400 where it is no JSON or too deep
 */
export async function* piecesOf(file: string): AsyncGenerator<readonly Piece[]> {
  const read = reader();
  let from = 0;
  for await (const chunk of createReadStream(file, { highWaterMark: CHUNK }) as AsyncIterable<Buffer>) {
    yield read.write(chunk, from);
    from += chunk.length;
  }
  read.end();
}
