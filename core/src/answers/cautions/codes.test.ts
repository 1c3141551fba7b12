import { EXAMPLES } from "../../tests/caution-paths";
import { chargeOver } from "../../tests/solve";
import { isRefusal } from "../../engine/path";
import { signed } from "../upgrades/base";
import { CAUTIONS, cautionsFor, type Caution, type CautionCode } from ".";

const CODES = Object.keys(CAUTIONS) as CautionCode[];

test.each(CODES)("%s is raised by its example", (code) => {
  const { path, toSoc = 0.8, batteryC = null } = EXAMPLES[code];
  const session = chargeOver(path, { fromSoc: 0.2, toSoc, batteryC });
  const found = cautionsFor(path, isRefusal(session) ? undefined : session, toSoc);
  expect(found.map((caution) => caution.code)).toContain(code);
});

const caution = (code: CautionCode, severity: Caution["severity"], amount: number): Caution => ({
  code,
  severity,
  amount,
  what: "",
  why: "",
  todo: "",
});
/** Whether advice is given that leads from one caution to another. */
const given = (before: Caution[], after: Caution[]): boolean =>
  signed({ cautions: before } as never, { cautions: after } as never);

test.each(CODES)("%s: advice goes on, or not, as its row says", (code) => {
  const careful = (amount: number) => [caution(code, "careful", amount)];
  // A fault of the installation stays whatever is bought: nothing is led through it.
  expect(given(careful(2), careful(2))).toBe(CAUTIONS[code] !== "never");
  expect(given(careful(2), careful(1.9))).toBe(CAUTIONS[code] !== "never");
  expect(given(careful(2), careful(2.1))).toBe(false);
  expect(given([], careful(2))).toBe(false);
  expect(given(careful(2), [caution(code, "stop", 1)])).toBe(false);
  expect(given([], [caution(code, "note", 9)])).toBe(true);
});

test("what is wrong with the wiring in the wall is never built upon", () => {
  expect(CODES.filter((code) => CAUTIONS[code] === "never")).toEqual([
    "breaker-over-conductor",
    "outlet-worn",
    "wiring-unknown",
    "no-earth",
    "exposed-outlet",
    "voltage-out-of-range",
    "outlet-odd-supply",
    "breaker-over-outlet",
  ]);
});
