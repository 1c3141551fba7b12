import { plainCell } from "./cells";

test.each([
  ["=1+1", "'=1+1"],
  ["+353 1", "'+353 1"],
  ["-shed", "'-shed"],
  ["@home", "'@home"],
  [";=1+1", ";'=1+1"],
  ["shed;=1+1;@b", "shed;'=1+1;'@b"],
  ["shed; =1+1", "shed; '=1+1"],
  ["\t=1", "\t'=1"],
  ["two\nlines\r\n=1", "two\nlines\r\n'=1"],
  ["  =1", "  '=1"],
  ["＝1", "'＝1"],
  ["a = b - c", "a = b - c"],
  ["a;b", "a;b"],
  ["", ""],
  [-4, -4],
  [null, null],
] as const)("%j stands in a table as %j", (value, cell) => expect(plainCell(value)).toBe(cell));
