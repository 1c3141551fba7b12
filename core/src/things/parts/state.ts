import { z } from "zod";
import { choice, dateSchema, nameSchema } from "./quantity";

/** What may be seen of a piece that is carried or hangs on a wall, by whoever looks at it. */
export const WEAR = ["strain-relief", "driven-over", "taped", "contacts", "sheath", "latch", "wet"] as const;
/** A kind of damage that can be seen. */
export type Wear = (typeof WEAR)[number];

/** What damage is called. */
export const WEAR_WORDS: Readonly<Record<Wear, string>> = {
  "strain-relief": "a cracked strain relief",
  "driven-over": "a plug or handle that was driven over",
  taped: "a taped joint",
  contacts: "dark, pitted or loose contacts",
  sheath: "a cut or crushed sheath",
  latch: "a latch that does not hold",
  wet: "water in it",
};

/** What came of a look or a test: certified by somebody who may, found sound, or found faulty. */
export const TEST_RESULTS = ["certified", "sound", "faulty"] as const;
/** What came of a look or a test. */
export type TestResult = (typeof TEST_RESULTS)[number];

/** What came of it, in words. */
export const TEST_WORDS: Readonly<Record<TestResult, string>> = {
  certified: "looked at and certified",
  sound: "found sound",
  faulty: "found faulty",
};

/** The last time somebody looked at a piece or tested it: the day, by whom, and what came of it. */
export const lastTestSchema = z.strictObject({
  on: dateSchema,
  by: nameSchema,
  result: choice(TEST_RESULTS),
});
/** The last look or test of a piece. */
export type LastTest = z.infer<typeof lastTestSchema>;

/** What is known of the state of a piece; left out where nobody has looked. */
export const stateSchema = z.strictObject({
  /** Damage that is there now; repaired, it is taken off again. */
  wear: z.array(choice(WEAR)).max(WEAR.length).optional(),
  tested: lastTestSchema.optional(),
});
/** What is known of the state of a piece. */
export type PieceState = z.infer<typeof stateSchema>;
