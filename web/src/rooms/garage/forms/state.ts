import { TEST_RESULTS, TEST_WORDS, WEAR, WEAR_WORDS } from "@kettleback/core";
import type { Field, Group } from "../field";

const tested = (values: Readonly<Record<string, unknown>>) => values["state.tested"] === true;

/** The last look or test of a thing: the day, by whom, and what came of it. */
export const LAST_TEST: readonly Field[] = [
  { path: "state.tested", label: "It was looked at or tested", type: "tick" },
  { path: "state.tested.on", label: "On", type: "date", when: tested },
  { path: "state.tested.by", label: "By", type: "text", when: tested },
  {
    path: "state.tested.result",
    label: "What came of it",
    type: "choice",
    choices: TEST_RESULTS.map((value) => ({ value, label: TEST_WORDS[value] })),
    when: tested,
  },
];

/** What is seen of a thing that is carried or hangs on the wall, and its last test. */
export const STATE: Group = {
  title: "Its state",
  folded: true,
  fields: [
    {
      path: "state.wear",
      label: "What you see on it",
      type: "ticks",
      optional: true,
      choices: WEAR.map((value) => ({ value, label: WEAR_WORDS[value] })),
      hint: "Each of these is a reason to stop using it; once it is put right, take the mark off.",
    },
    ...LAST_TEST,
  ],
};
