import { meanwhile } from "./meanwhile";

const before = { name: "Post lead", amps: "16", length: "5", phases: ["1"] };

test("what only the other changed is taken over, what only I changed stays, and nobody is asked", () => {
  const mine = { ...before, length: "7" };
  const theirs = { ...before, amps: "10", phases: ["1", "3"] };
  expect(meanwhile(before, mine, theirs)).toEqual({
    values: { name: "Post lead", amps: "10", length: "7", phases: ["1", "3"] },
    taken: ["amps", "phases"],
    both: [],
  });
});

test("where both changed one field mine stands and is named; both to the same end is no matter", () => {
  const mine = { ...before, amps: "13", length: "8" };
  const theirs = { ...before, amps: "10", length: "8" };
  expect(meanwhile(before, mine, theirs)).toEqual({ values: mine, taken: [], both: ["amps"] });
});
