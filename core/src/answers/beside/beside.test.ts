import { fallowQuay, larchHollow } from "../../household/demo";
import {
  BESIDE_KINDS,
  besideKind,
  cardsFor,
  COURTESIES,
  expectedText,
  LOCAL_RULES,
  STARTS,
  troublesAt,
  type Beside,
} from ".";

const at = (change: Partial<Beside> = {}): Beside => ({
  kind: "own-cable",
  adapter: false,
  start: "card",
  limitMinutes: null,
  idleFee: false,
  autoUnlock: false,
  inlet: "rear left wing",
  expected: { kW: 10.62, amps: 16, phases: 3, rapid: false },
  combined: false,
  ...change,
});
const card = (situation: Beside, id: string) => cardsFor(situation).find((one) => one.id === id)!;
const order = (situation: Beside) => card(situation, "plug").steps.map(({ id }) => id);
const every: Beside[] = BESIDE_KINDS.flatMap((kind) =>
  STARTS.flatMap((start) =>
    [false, true].flatMap((flag) => [
      at({
        kind,
        start,
        adapter: flag,
        combined: flag,
        idleFee: flag,
        autoUnlock: flag,
        limitMinutes: flag ? 150 : null,
        expected: flag ? null : at().expected,
      }),
    ]),
  ),
);

test("what one stands before follows from the unit", () => {
  const kinds = [...fallowQuay.evses, ...larchHollow.evses].map(({ id, spec }) => [id, besideKind(spec)]);
  expect(Object.fromEntries(kinds)).toMatchObject({
    "fq-small-portable": "portable",
    "fq-hall-post": "own-cable",
    "fq-ferry-ccs": "rapid",
    "lh-library-post": "tethered",
  });
});

test("own cable: the post's end first, then the car's; portable: the wall first; tethered: the car alone (common practice)", () => {
  const before = (list: string[], a: string, b: string) =>
    list.includes(a) && list.indexOf(a) < list.indexOf(b);
  expect(before(order(at()), "post-end", "car-end")).toBe(true);
  expect(before(order(at({ kind: "portable" })), "wall-end", "car-end")).toBe(true);
  expect(before(order(at({ kind: "portable" })), "set", "wall-end")).toBe(true);
  expect(order(at({ kind: "tethered" }))).toEqual(["caps", "car-end", "click"]);
  expect(before(order(at({ kind: "tethered", adapter: true })), "adapter", "car-end")).toBe(true);
  // Caps come off before anything is put in, and it clicks last.
  for (const one of every) expect([order(one).includes("caps"), order(one).at(-1)]).toEqual([true, "click"]);
});

test("the lower flap opens for rapid charging only, and only where there is one", () => {
  const flap = (change: Partial<Beside>) =>
    card(at(change), "plug").steps.find(({ id }) => id === "flap")?.text;
  expect(flap({ kind: "rapid", combined: true })).toMatch(/^Open the lower flap/);
  expect(flap({ kind: "tethered", combined: true })).toMatch(/^Leave the lower flap shut/);
  expect(flap({ kind: "rapid" })).toBeUndefined();
});

test("it ends the other way round: stopped and unlocked first, the car's end before the other, then on", () => {
  for (const one of every)
    expect(card(one, "end").steps.map(({ id }) => id)).toEqual(["stop", "unlock", "car-end", "stow", "move"]);
});

test("the check says what the Path expects, in kW and in amps on so many phases", () => {
  expect(card(at(), "check").says).toBe(
    "The Path expects about 10.6 kW into the battery, 16 A on three phases.",
  );
  expect(card(at(), "check").steps.find(({ id }) => id === "current")!.text).toMatch(
    /Within two minutes .* 16 A on three phases/,
  );
  expect(expectedText({ kW: 3.24, amps: 14.04, phases: 1, rapid: false })).toBe(
    "about 3.2 kW into the battery, 14 A on one phase",
  );
  expect(expectedText({ kW: 47.6, amps: 120, phases: 1, rapid: true })).toMatch(/^up to 48 kW .* climbing/);
  expect(card(at({ expected: null }), "check").says).toMatch(/shows power/);
});

test("a limit is said before and while, an idle fee where it makes one hurry, automatic release as both it is", () => {
  const limited = at({ limitMinutes: 150, idleFee: true });
  expect(card(limited, "before").steps.find(({ id }) => id === "limit")).toMatchObject({
    text: "You may stay 2 h 30 min: set yourself a reminder.",
    why: "Standing here when it is done costs extra.",
  });
  expect(card(limited, "while").steps.map(({ id }) => id)).toContain("back");
  expect(card(at(), "while").steps.map(({ id }) => id)).not.toContain("back");
  expect(card(limited, "end").steps.at(-1)!.why).toMatch(/costs extra/);
  expect(card(at({ autoUnlock: true }), "end").steps[1]!.why).toMatch(/courtesy.*risk/);
});

test("when nothing flows the car's own timer comes first, then its limit; each try has a text, none twice", () => {
  for (const one of every)
    for (const { id, tries } of troublesAt(one)) {
      const ids = tries.map((step) => step.id);
      expect(new Set(ids).size).toBe(ids.length);
      if (id === "nothing") expect(ids.slice(0, 3)).toEqual(["timer", "limit", "home"]);
    }
});

test("slower than the sign begins with what the Path expects here, and goes by kind", () => {
  const tries = (change: Partial<Beside>) =>
    troublesAt(at(change))
      .find(({ id }) => id === "slow")!
      .tries.map(({ id }) => id);
  expect(troublesAt(at()).find(({ id }) => id === "slow")!.tries[0]!.text).toMatch(/about 10\.6 kW/);
  expect(tries({ kind: "rapid" })).toEqual(["expected", "cold", "full", "shared"]);
  expect(tries({})).toEqual(["expected", "amps", "phase", "cable", "shared", "full"]);
});

test("a card that is refused is no trouble where nothing has to be held to anything", () => {
  const ids = (change: Partial<Beside>) => troublesAt(at(change)).map(({ id }) => id);
  expect(ids({})).toContain("pay");
  expect(ids({ kind: "portable" })).not.toContain("pay");
  expect(ids({ start: "nothing" })).not.toContain("pay");
});

test("step names are one a card, so that a tick stays with its step", () => {
  for (const one of every)
    for (const { steps } of cardsFor(one)) expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
  expect(COURTESIES.length).toBeGreaterThan(4);
  expect(LOCAL_RULES).toMatch(/Local rules decide/);
});
