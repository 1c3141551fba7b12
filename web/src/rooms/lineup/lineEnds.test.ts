import { placed } from "./lineEnds";

test("names that do not meet lie on one level, those that would lie one above another", () => {
  const ends = [
    { at: 300, width: 100 },
    { at: 0, width: 100 },
    { at: 50, width: 100 },
    { at: 120, width: 100 },
  ];
  expect(placed(ends, 1000, 8)).toEqual([
    { left: 300, level: 0 },
    { left: 0, level: 0 },
    { left: 50, level: 1 },
    { left: 120, level: 0 },
  ]);
});

test("a name that would leave the chart at its right ends there, and moves up where another lies", () => {
  const ends = [
    { at: 850, width: 100 },
    { at: 980, width: 100 },
  ];
  expect(placed(ends, 1000, 8)).toEqual([
    { left: 850, level: 0 },
    { left: 900, level: 1 },
  ]);
  expect(placed([{ at: 10, width: 400 }], 300, 8)).toEqual([{ left: 0, level: 0 }]);
});
