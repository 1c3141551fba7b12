import { WEAR_WORDS, type PieceState, type Wear } from "../../things/parts";
import type { ChargingPath } from "../../engine/path";
import type { Rule } from "./caution";

/** Why damage matters (common practice). */
const WHY: Readonly<Record<Wear, string>> = {
  "strain-relief":
    "where the sheath no longer holds the cable its cores bend until they break, and the last strands heat",
  "driven-over": "crushed contacts and cracked housings heat and let water in, though little of it shows",
  taped: "tape holds neither heat nor water nor pull: taped up is not repaired",
  contacts: "a bad contact heats with the square of the current",
  sheath: "what insulates the cores is no longer whole",
  latch: "a handle that slips out under load draws an arc, and the car may stop or not start at all",
  wet: "water between contacts is a shock and a fire, and what dried has corroded",
};

/** What to do about a piece of one's own, and about a post or station that is somebody else's. */
const OWN =
  "Stop using it. Have it remade and tested by somebody licensed, or replace it; then take the mark off in the Garage.";
const THEIRS = "Leave it, tell whoever runs it by the number on it, and take another.";

/** A piece of a path with what is known of its state. */
interface Piece {
  readonly name: string;
  readonly state?: PieceState | undefined;
}

/** The pieces that current goes through and that can be looked at, from the outlet on. */
const piecesOf = ({ outlet, lead, evse, cable, adapter }: ChargingPath): Piece[] =>
  [outlet, lead, evse, cable, adapter].filter((piece) => piece !== null && piece !== undefined);

/** Whether the unit is run by somebody else. */
const isTheirs = ({ evse: { kind } }: ChargingPath): boolean => kind === "post" || kind === "rapid";

const list = (words: readonly string[]): string => words.join(words.length > 2 ? ", " : " and ");
const capital = (text: string): string => text.replace(/^./, (c) => c.toUpperCase());

const worn: Rule = ({ path }) => {
  const found = piecesOf(path).flatMap(({ name, state }) =>
    state?.wear && state.wear.length > 0
      ? [{ name, wear: state.wear, theirs: name === path.evse.name && isTheirs(path) }]
      : [],
  );
  if (found.length === 0) return undefined;
  const kinds = [...new Set(found.flatMap(({ wear }) => wear))];
  return {
    code: "piece-worn",
    severity: "stop",
    what: found
      .map(({ name, wear }) => `${capital(name)} has ${list(wear.map((kind) => WEAR_WORDS[kind]))}.`)
      .join(" "),
    why: capital(`${kinds.map((kind) => WHY[kind]).join("; ")}.`),
    todo: found.every(({ theirs }) => theirs) ? THEIRS : OWN,
  };
};

const failed: Rule = ({ path }) => {
  const found = piecesOf(path).filter(({ state }) => state?.tested?.result === "faulty");
  return found.length > 0
    ? {
        code: "piece-failed",
        severity: "stop",
        what: found
          .map(
            ({ name, state }) =>
              `${capital(name)} was found faulty by ${state!.tested!.by} on ${state!.tested!.on}.`,
          )
          .join(" "),
        why: "Whoever tested it found it unfit for use.",
        todo: "Do not use it until it is repaired and tested anew; record that test in the Garage.",
      }
    : undefined;
};

/** Rules about the state of the pieces that are carried or hang on the wall. */
export const PIECE_RULES: readonly Rule[] = [worn, failed];
