/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import {
  fittingOf,
  KM_PER_MILE,
  meterRecord,
  printInstall,
  serviceSchema,
  SPEC_VERSION,
  usualRun,
  type DistanceUnit,
  type Garage,
  type Kept,
  type MeterSeries,
  type SessionRecord,
} from "@kettleback/core";
import { api } from "../../api/client";
import { writeAs } from "../../format/manner";
import { openInstall } from "../../jobs/install";
import { installStoreOf, type InstallDraft } from "../../stores/install";
import { useMeters } from "../../stores/meters";
import { moneyStoreOf } from "../../stores/money";
import { plainGarage } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { rowsOf, texts } from "../../tests/tables";
import InstallScreen from "./InstallScreen";

/** A house of which every ampere is known: lights and sockets 10 A, a water heater of 20 A. */
const draftOf = (more: Partial<InstallDraft> = {}, mainAmps = 63): InstallDraft => ({
  savedId: null,
  carId: "car",
  tariffId: "flat",
  meterKey: null,
  chosen: null,
  service: serviceSchema.parse({
    system: "230/400",
    phases: 1,
    mainAmps,
    areaM2: 100,
    loads: [{ kind: "water", watts: 4_600 }],
  }),
  wanted: { phases: 1, amps: 32 },
  night: { pluggedInAt: "18:00", neededBy: "08:00", cheapFrom: "23:00", cheapTo: "06:00", km: 100 },
  run: usualRun("iec"),
  follow: { limitAmps: null, waitMinutes: 10 },
  seed: 1,
  perMetre: {},
  quotes: [],
  ticks: [],
  built: null,
  ...more,
});

let households = 0;
async function shown(at: string, draft: InstallDraft, unit: DistanceUnit = "km", series?: MeterSeries) {
  const plainly = plainGarage({ distance: unit });
  const garage: Garage = {
    ...plainly,
    household: { ...plainly.household, id: `install-${++households}` },
  };
  const { id } = garage.household;
  const row: Kept<SessionRecord>[] = series
    ? [{ id: "9", version: 1, parentId: null, spec: meterRecord("Winter", series, "w") }]
    : [];
  jest.spyOn(api, "houseMeters").mockResolvedValue(row);
  useMeters.setState({
    householdId: id,
    rows: row,
    series: series ? { [row[0]!.spec.key]: series } : {},
  });
  const used = series ? { ...draft, meterKey: row[0]!.spec.key } : draft;
  installStoreOf(id).getState().set(used);
  writeAs(garage.household.spec);
  render(
    <MemoryRouter initialEntries={[at]}>
      <Routes>
        <Route path="/install/:view?" element={<InstallScreen garage={garage} />} />
        <Route path="/money/:view" element={<p>Money</p>} />
      </Routes>
    </MemoryRouter>,
  );
  await settle();
  return { garage, draft: () => installStoreOf(id).getState().draft!, used, series: series ?? null };
}
const oneNight = () => document.querySelector(".one-night p")!.textContent!;
const wayRows = () => [...document.querySelectorAll<HTMLElement>("li.way")];
const verdict = () => document.querySelector(".verdict")!.textContent!;
const type = async (label: string | RegExp, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
  await settle();
};
const press = async (name: string | RegExp) => {
  await act(async () => fireEvent.click(screen.getByRole("button", { name })));
  await settle();
};
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe("what is left", () => {
  test("the main less the house, on the board part by part", async () => {
    await shown("/install", draftOf());
    expect(verdict()).toBe("33 A are left for a car: the 32 A you wish for fit.");
    const board = screen.getByRole("list", { name: "The board: 30 A of 63 A taken" });
    expect(
      within(board)
        .getAllByRole("listitem")
        .map((row) => row.textContent),
    ).toEqual(["main, 63 A63 A", "lights and sockets assumed10 A", "water heater20 A", "left for a car33 A"]);
    expect(document.body.textContent).toContain("By the sum of its loads, with diversity.");
    expect(document.body.textContent).toContain("made up from the loads");
  });

  test("what does not fit leads to what does; a house over its main is said so", async () => {
    await shown("/install", draftOf({}, 50));
    expect(verdict()).toBe(
      "20 A are left for a car: the 32 A you wish for do not fit as they are. See what does",
    );
    cleanup();
    await shown("/install", draftOf({}, 25));
    expect(verdict()).toContain("The house alone is 5 A over its main");
    const board = screen.getByRole("list", { name: "The board: 30 A of 25 A taken" });
    expect(board.textContent).toContain("too much already5 A");
  });

  test("a figure that cannot be says what is accepted at its field, and the answer stays", async () => {
    const { draft } = await shown("/install", draftOf());
    await type("Main breaker or fuse, A", "0");
    expect(screen.getByRole("alert").textContent).toBe("Main breaker or fuse: accepted: 10 to 400 A");
    expect(verdict()).toContain("33 A are left");
    expect(draft().service.mainAmps).toBe(63);
    await type("Main breaker or fuse, A", "80");
    expect(verdict()).toContain("50 A are left");
  });

  test("a limit of one's own goes down with the main", async () => {
    const { draft } = await shown("/install", draftOf({ follow: { limitAmps: 60, waitMinutes: 10 } }));
    await type("Main breaker or fuse, A", "50");
    expect(draft().follow.limitAmps).toBe(50);
    await type("Main breaker or fuse, A", "63");
    expect(draft().follow.limitAmps).toBe(50);
    expect(verdict()).toContain("33 A are left");
  });

  test("a load is added as it usually is, typed over, and taken out", async () => {
    const { draft } = await shown("/install", draftOf());
    await type("Add", "sauna");
    expect(draft().service.loads[1]).toMatchObject({ kind: "sauna", watts: 8_000, assumed: true });
    await type("sauna, kW", "2.3");
    expect(draft().service.loads[1]).toMatchObject({ watts: 2_300, assumed: false });
    expect(verdict()).toContain("23 A are left");
    await press("Take water heater out");
    expect(verdict()).toContain("43 A are left");
    await type("sauna, kW", "900");
    expect(draft().service.loads[0]!.watts).toBe(2_300);
  });

  test("a peak that was read counts with its margin, its working opens, and the method can be chosen", async () => {
    const { draft } = await shown("/install", draftOf());
    await act(async () =>
      fireEvent.click(screen.getByLabelText("I know the highest demand that was measured")),
    );
    await settle();
    await type("Highest demand, kW", "4.6");
    // 20 A and a tenth: 22 A.
    expect(verdict()).toContain("41 A are left");
    await press("The working of the highest demand that was measured, with a margin");
    expect(document.body.textContent).toContain("What is left: the working");
    await type("It is judged by", "diversity");
    expect([draft().service.method, verdict()]).toEqual([
      "diversity",
      expect.stringContaining("33 A are left"),
    ]);
  });

  test("three phases are counted each for itself, and a unit on one is held to what the utility allows", async () => {
    const { draft } = await shown("/install", draftOf());
    await type("It reaches the house on", "3");
    // 3.3 A of lights on each, the water heater on the first.
    expect(document.body.textContent).toContain("Phases 1: 39.6 A, 2: 59.6 A, 3: 59.6 A.");
    expect(verdict()).toContain("59.6 A are left");
    await act(async () => fireEvent.click(screen.getByLabelText("The utility limits a unit on one phase")));
    await settle();
    expect(verdict()).toContain("20 A are left");
    await type("Phases of water heater", "0");
    expect(draft().service.loads[0]!.phases).toBe(3);
    await type("on", "3");
    // A third of 30 A on each.
    expect(verdict()).toContain("53 A are left");
    // Back on one phase so is everything that was on three.
    await type("It reaches the house on", "1");
    expect([draft().wanted.phases, draft().service.loads[0]!.phases]).toEqual([1, 1]);
    expect(verdict()).toContain("33 A are left");
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

/** Three days of 20 A, and an hour of 50 A on the first evening. */
const winter: MeterSeries = {
  startMs: Date.UTC(2026, 0, 5),
  stepMinutes: 60,
  watts: Array.from({ length: 72 }, (_, hour) => (hour === 20 ? 11_500 : 4_600)),
};

describe.each(["km", "mi"] as const)("in %s", (unit) => {
  const one = unit === "km" ? 1 : KM_PER_MILE;
  const whole = (km: number) => `${Math.floor(km / one + 1e-6)} ${unit}`;

  test("each way tells its night, its cost and its week", async () => {
    // Four hundred kilometres every day: more than some of them bring.
    const far = { ...draftOf({}, 50), night: { ...draftOf().night, km: 400 } };
    const { garage, used } = await shown("/install/ways", far, unit);
    const answer = fittingOf(openInstall(garage, used, null, null).asked!);
    let shorts = 0;
    const rows = wayRows();
    expect(rows.length).toBe(answer.ways.length);
    answer.ways.forEach((way, i) => {
      const text = rows[i]!.textContent!;
      expect(text).toContain(way.name);
      expect(text).toContain({ fits: "fits", asks: "has to be agreed", no: "does not fit" }[way.fit]);
      if (way.fit === "no") return;
      expect(text).toContain(whole(way.nightKm));
      expect(text).toContain(
        `€${way.cost.low.toLocaleString("en-GB")} to €${way.cost.high.toLocaleString("en-GB")}`,
      );
      const short = `${Math.ceil(way.week!.shortKm / one - 1e-6).toLocaleString("en-GB")} ${unit} short`;
      expect(text).toContain(way.week!.verdict === "short" ? short : "holds");
      if (way.week!.verdict === "short") shorts += 1;
    });
    expect(shorts).toBeGreaterThan(0);
    expect(screen.getByRole("img", { name: "Main 50 A: the house 30 A, the car up to 32 A" })).toBeTruthy();
    const best = answer.ways.find(({ id }) => id === answer.best)!;
    expect(verdict()).toContain(`${best.name} is enough: ${whole(best.nightKm)} a night`);
    expect(verdict()).toContain("The 32 A you wish for do not fit.");
    await press("As wished: 1 × 32 A");
    expect(screen.getByRole("region", { name: "As wished: 1 × 32 A" }).textContent).toContain(
      "The main has 20 A left, and it takes 32 A: 12 A too much.",
    );
    expect(
      screen.getByRole("img", { name: "Main 50 A: the house 30 A, the car 32 A, 12 A too much" }),
    ).toBeTruthy();
  });

  test("a limit over known nights: throttled, paused with its wait, peaks, and what a night could bring", async () => {
    const asked = { ...draftOf(), follow: { limitAmps: 40, waitMinutes: 10 } };
    const { garage, used, draft } = await shown("/install/limit", asked, unit, winter);
    expect(screen.getByLabelText<HTMLInputElement>(`A night should bring, ${unit}`).value).toBe(
      unit === "km" ? "100" : "62",
    );
    const facts = [...document.querySelectorAll("dl.facts > div")].map((fact) => texts2(fact));
    expect(facts).toEqual([
      ["Lower than the unit could", "100.0 % of the time"],
      ["Paused, below 6 A", "1 h a year, once"],
      ["Highest with the limit", "50 A"],
      ["Highest without it", "82 A"],
      ["Above 40 A without it", "28 h a year"],
    ]);
    const { followed } = fittingOf(openInstall(garage, used, winter, null).asked!);
    // Fourteen hours at 20 A, less 70 min on the first night.
    const perHour = followed!.nights[1]!.km / 14;
    expect(followed!.nights[0]!.km).toBeCloseTo(perHour * (14 - 70 / 60), 9);
    expect(verdict()).toContain(`a night could bring ${whole(followed!.nightKm)} on average`);
    expect(verdict()).toContain(`none of 2 nights falls short of ${whole(100)}.`);
    expect(oneNight()).toBe(
      `5 Jan 2026: ${whole(followed!.nights[0]!.km)}; paused 70 min, at the most 50 A.`,
    );
    await type("Look at the night of", "1");
    expect(oneNight()).toContain("6 Jan 2026: ");
    expect(oneNight()).toContain("paused 0 min, at the most 40 A");
    await type(`A night should bring, ${unit}`, String(Math.ceil(followed!.nightKm / one)));
    expect(verdict()).toContain("1 of 2 nights fall short of");
    expect(document.body.textContent).toContain("As the meter told.");
    const field = screen.getByLabelText<HTMLInputElement>(`A night should bring, ${unit}`);
    await type(`A night should bring, ${unit}`, "60");
    expect(draft().night.km).toBeCloseTo(60 * one, 9);
    expect(field.value).toBe("60");
    expect(verdict()).toContain(`short of 60 ${unit}.`);
  });
});

const texts2 = (element: Element): string[] =>
  [...element.querySelectorAll("dt, dd")].map((cell) => cell.textContent!);

describe("the circuit", () => {
  test("the thinnest that fits, the next size up, what each loses, and a price of one's own", async () => {
    const { draft, garage, used } = await shown("/install/circuit", draftOf({ chosen: "wanted" }));
    expect(verdict()).toBe(
      "6 mm² behind a breaker of 32 A carries 1 × 32 A over 18 m and loses 1.8 % of the volts.",
    );
    const { circuits } = fittingOf(openInstall(garage, used, null, null).asked!).ways.find(
      ({ id }) => id === "wanted",
    )!;
    // 18 m at 6.80 instead of 4.10 euros.
    expect(document.querySelector(".answer .quiet")!.textContent).toBe(
      `The next size up, 10 mm², costs €49 more and saves €${(circuits!.fits!.lossPerYear - circuits!.next!.lossPerYear).toFixed(2)} a year. Over 10 years 10 mm² is the cheapest.`,
    );
    const rows = () => rowsOf("Conductors");
    const six = () => rows().find(([gauge]) => gauge === "6 mm²")!;
    // 2 × 32² A² × 3.08 Ω/km × 1.1965 × 18 m = 136 W.
    expect(six().slice(1, 4)).toEqual(["38 A", "1.85", "136"]);
    expect(six().at(-1)).toContain("thinnest that fits");
    expect(rows()[0]!.at(-1)).toBe("carries too little");
    expect(rows().at(-1)!.at(-1)).toBe("too thick for the terminals");
    await type("Price of a metre of 6 mm², EUR", "10");
    expect(draft().perMetre).toEqual({ "6 mm2": 10 });
    const lost = Number(six()[5]!.replace("€", ""));
    expect(Number(six()[7]!.replace("€", ""))).toBe(Math.round(180 + 10 * lost));
    await type("From the board to the car, m", "60");
    expect(verdict()).toContain("16 mm² behind a breaker of 32 A");
    expect(
      rows()
        .find(([gauge]) => gauge === "6 mm²")!
        .at(-1),
    ).toContain("loses too much");
    await press("Working");
    expect(document.body.textContent).toContain("The circuit: the working");
    expect(screen.getByRole("region", { name: "Asked by local code" }).textContent).toContain(
      "type B, or type A",
    );
  });

  test("of a way the board has no room for it says so", async () => {
    await shown("/install/circuit", draftOf({ chosen: "wanted" }, 50));
    expect(document.body.textContent).toContain("By the board it does not fit: The main has 20 A left");
  });
});

describe("the brief", () => {
  test("ticks are counted and kept, undone too, and it goes out as text", async () => {
    const { draft } = await shown("/install/brief", draftOf({ chosen: "wanted" }));
    const saved: Blob[] = [];
    URL.createObjectURL = (blob) => {
      saved.push(blob as Blob);
      return "blob:1";
    };
    URL.revokeObjectURL = () => undefined;
    jest.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(() => undefined);
    expect(verdict()).toBe("The brief for as wished: 1 × 32 A: 0 of 24 things done.");
    await act(async () => fireEvent.click(screen.getByLabelText(/^The board, open as far/)));
    expect(verdict()).toContain("1 of 24 things done");
    expect(draft().ticks).toEqual(["photo.board"]);
    await press("Save it as text");
    expect(saved[0]!.type).toBe("text/markdown");
    expect(saved[0]!.size).toBeGreaterThan(1_500);
    expect(screen.getByRole("article", { name: "The brief" }).textContent).toContain(
      "Nothing here is to be wired by",
    );
    await press("Undo");
    expect(verdict()).toContain("0 of 24 things done");
  });
});

describe("quotes", () => {
  test("two are held line by line, and one goes to what pays back", async () => {
    const { garage } = await shown("/install/quotes", draftOf({ chosen: "wanted" }));
    expect(verdict()).toContain("No quote yet.");
    await press("Add a quote");
    await press("Add a quote");
    expect(verdict()).toContain("No quote has a price yet.");
    await type("What is said of the unit itself, Quote 1", "priced");
    await type("Price of the unit itself, Quote 1", "700");
    await type("Sum of Quote 2", "1500");
    await type("What is said of the unit itself, Quote 2", "left-out");
    const row = (name: string) => rowsOf("Quotes line by line").find(([head]) => head === name)!;
    expect(row("It asks").slice(1)).toEqual(["€700", "€1,500"]);
    expect(row("It leaves out")[2]).toContain("the unit itself, as it says: €700 by the others");
    // What the first leaves out: mounting 250, breaker 160, run 350, permit 120, tests 140, as usual.
    expect(row("The whole work").slice(1)).toEqual(["€1,720", "€3,220"]);
    expect(verdict()).toContain("Quote 1 asks least for the whole work: €1,720");
    await act(async () =>
      fireEvent.click(screen.getAllByRole("button", { name: "What does it pay back?" })[0]!),
    );
    expect(moneyStoreOf(garage.household.id).getState().draft!.payback.items).toEqual([
      { what: "Quote 1", sign: 1, cost: { low: 700, high: 1_720 } },
    ]);
    expect(document.body.textContent).toBe("Money");
  });
});

describe("looks and tests", () => {
  test("are due from the day it was built, by the calendar or by use", async () => {
    jest.useFakeTimers({
      now: Date.parse("2026-11-29T12:00:00Z"),
      doNotFake: ["setTimeout", "setInterval", "setImmediate", "queueMicrotask", "nextTick"],
    });
    try {
      await shown("/install/care", draftOf({ chosen: "wanted", built: "2026-11-01" }));
      expect(verdict()).toBe("Next, on 30 Jan 2027: the car's plug, its pins and its cable.");
      const rows = rowsOf("What is looked at");
      expect(rows.map(([what, who, often, next]) => [what!.slice(0, 14), who, often, next])).toEqual([
        ["The car's plug", "you", "every 3 months", "30 Jan 2027"],
        ["The test butto", "you", "every 6 months", "30 Apr 2027"],
        ["Terminals at t", "an electrician", "every 3 years", "31 Oct 2029"],
        ["The periodic i", "an electrician", "every 5 years", "31 Oct 2031"],
      ]);
      // 100 km a day at 100 Wh/km, an eighth lost: 4,148 kWh over 7.36 kW.
      expect(document.body.textContent).toContain("Some 564 hours of charging a year.");
    } finally {
      jest.useRealTimers();
    }
  });
});

test("hours of use are those of all its phases, and of the wall socket's own volts", async () => {
  const three = draftOf({ chosen: "wanted", wanted: { phases: 3, amps: 16 } });
  await shown("/install/care", { ...three, service: { ...three.service, phases: 3 } });
  // 4,148 kWh over 11.04 kW.
  expect(document.body.textContent).toContain("Some 376 hours of charging a year.");
  cleanup();
  // A socket of 120 V and 12 A on a service of 240 V: 4,148 kWh over 1.44 kW.
  const socket = draftOf({ chosen: "socket", run: usualRun("nec") });
  await shown("/install/care", { ...socket, service: { ...socket.service, system: "split-phase" } });
  expect(document.body.textContent).toContain("Some 2,880 hours of charging a year.");
});

describe("an installation as a file", () => {
  const take = async (name: string, text: string) => {
    const file = new File([text], name);
    file.text = () => Promise.resolve(text);
    await act(async () =>
      fireEvent.change(screen.getByLabelText("Installation file"), { target: { files: [file] } }),
    );
    await settle();
  };

  test("comes in with its meter, which is kept; a broken one changes nothing", async () => {
    const { draft, garage } = await shown("/install", draftOf());
    const { asked } = openInstall(garage, draftOf({ seed: 9 }, 80), winter, null);
    const text = printInstall({
      format: "kettleback-installation",
      version: SPEC_VERSION,
      name: "Neighbour",
      ...asked!,
    });
    const row = { id: "12", version: 1, parentId: null, spec: null as unknown as SessionRecord };
    const kept = jest
      .spyOn(api, "addSession")
      .mockImplementation((_, spec) => Promise.resolve({ ...row, spec }));
    const sent = jest.spyOn(api, "addSamples").mockResolvedValue({ added: 72 });
    await take("odd.json", text.replace('"mainAmps": 80', '"mainAmps": 0'));
    expect(screen.getByRole("alert").textContent).toContain("service.mainAmps: accepted: 10 to 400 A");
    expect(draft().seed).toBe(1);
    await take("neighbour.json", text);
    expect(kept.mock.calls[0]![1]).toMatchObject({ name: "Meter of Neighbour", source: "house meter" });
    expect(sent.mock.calls[0]![2]).toHaveLength(72);
    expect(draft()).toMatchObject({ seed: 9, meterKey: kept.mock.calls[0]![1].key, carId: "car" });
    expect(draft().service.mainAmps).toBe(80);
    expect(document.body.textContent).toContain("as its meter told");
  });
});

test("the day of the house tells its highest hour", async () => {
  await shown("/install", draftOf(), "km", winter);
  expect(
    screen.getByRole("img", { name: "The day of the house: at the most 50 A, after 20:00" }),
  ).toBeTruthy();
});

describe("a meter that is read in", () => {
  const choose = async (name: string, text: string) => {
    const file = new File([text], name);
    file.text = () => Promise.resolve(text);
    await act(async () =>
      fireEvent.change(screen.getByLabelText("Meter file"), { target: { files: [file] } }),
    );
    // It is looked into first, and then read as it is mapped.
    await settle();
    await settle();
  };
  const lines = Array.from({ length: 96 * 40 }, (_, i) => {
    const at = new Date(Date.UTC(2026, 0, 5) + i * 900_000).toISOString();
    return `${at.slice(0, 10)} ${at.slice(11, 16)},${i === 100 ? 1.725 : 0.575}`;
  });

  test("its columns are mapped on sight, what it comes to is told, and kept it is what counts", async () => {
    const { draft } = await shown("/install", draftOf());
    const row = { id: "12", version: 1, parentId: null, spec: null as unknown as SessionRecord };
    jest.spyOn(api, "addSession").mockImplementation((_, spec) => Promise.resolve({ ...row, spec }));
    const sent = jest.spyOn(api, "addSamples").mockResolvedValue({ added: 1 });
    await choose("grid.csv", `when,used kWh\n${lines.join("\n")}`);
    const panel = screen.getByRole("region", { name: "The meter's file" });
    expect(within(panel).getByLabelText<HTMLSelectElement>("What used kWh holds").value).toBe("drawn");
    expect(panel.textContent).toContain("3,840 lines.");
    expect(panel.textContent).toContain(
      "40 days at intervals of 15 min, from 5 Jan 2026 to 14 Feb 2026; at the most 6.90 kW, on 6 Jan 2026.",
    );
    await type("Its figures are", "kW");
    expect(panel.textContent).toContain("at the most 1.73 kW");
    await type("Its figures are", "kWh");
    await press("Keep it and look at it");
    expect(sent.mock.calls.map(([, id, samples]) => [id, samples.length])).toEqual([["12", 3_840]]);
    expect(draft().meterKey).toMatch(/^house-meter /);
    // 6.9 kW are 30 A, and a tenth.
    expect(verdict()).toContain("30 A are left");
    expect(document.body.textContent).toContain("40 days, not a year");
    expect(screen.getByLabelText<HTMLSelectElement>("The house is").selectedOptions[0]!.textContent).toBe(
      "“grid”, as its meter told",
    );
  });

  test("one that is wrong is refused by line, and nothing changes", async () => {
    const { draft } = await shown("/install", draftOf());
    await choose("odd.csv", "start,kWh\n2026-01-05 00:00,0.1 kWh\n2026-01-05 00:15,200 Wh");
    expect(screen.getByRole("alert").textContent).toContain("odd.csv is not read; nothing has changed.");
    expect(screen.getByRole("alert").textContent).toContain("line 3: kWh: the line says Wh, the file kWh");
    expect(draft().meterKey).toBeNull();
    await press("Close");
    expect(screen.queryByRole("region", { name: "The meter's file" })).toBeNull();
  });

  test("half of one that could not be sent is taken back", async () => {
    const { draft } = await shown("/install", draftOf());
    const row = { id: "12", version: 1, parentId: null, spec: null as unknown as SessionRecord };
    jest.spyOn(api, "addSession").mockImplementation((_, spec) => Promise.resolve({ ...row, spec }));
    jest.spyOn(api, "addSamples").mockRejectedValue(new Error("the line broke"));
    const gone = jest.spyOn(api, "removeSession").mockResolvedValue({} as never);
    await choose("grid.csv", `when,used kWh\n${lines.join("\n")}`);
    await press("Keep it and look at it");
    expect(gone).toHaveBeenCalledTimes(1);
    expect(draft().meterKey).toBeNull();
  });
});

test("a meter that cannot be read leaves a usual house in its place, and says so", async () => {
  jest.spyOn(api, "samples").mockRejectedValue(new Error("the line broke"));
  const row = { id: "9", version: 1, parentId: null, spec: meterRecord("Winter", winter, "gone") };
  const { garage } = await shown("/install", draftOf());
  await act(async () => {
    useMeters.setState({ householdId: garage.household.id, rows: [row], series: {} });
    installStoreOf(garage.household.id)
      .getState()
      .set(draftOf({ meterKey: row.spec.key }));
  });
  await settle();
  expect(verdict()).toContain("33 A are left");
  expect(document.body.textContent).toContain("No meter was read");
});

test("an answer that comes late is shown as older, never as the newest", async () => {
  await shown("/install/ways", draftOf({}, 50));
  const before = screen.getByRole("list", { name: "Ways to fit a car in" }).textContent;
  act(() => installStoreOf(`install-${households}`).getState().set(draftOf({}, 100)));
  expect(document.querySelector(".older")).not.toBeNull();
  expect(screen.getByRole("list", { name: "Ways to fit a car in" }).textContent).toBe(before);
  await settle();
  expect(document.querySelector(".older")).toBeNull();
  const [, wished] = wayRows();
  expect(within(wished!).getByRole("img").getAttribute("aria-label")).toBe(
    "Main 100 A: the house 30 A, the car 32 A",
  );
});

test("a household without a car says what to do first", () => {
  const garage = { ...plainGarage(), cars: [] };
  render(
    <MemoryRouter initialEntries={["/install"]}>
      <Routes>
        <Route path="/install/:view?" element={<InstallScreen garage={garage} />} />
      </Routes>
    </MemoryRouter>,
  );
  expect(document.body.textContent).toContain("Add it in the Garage");
  expect(texts(document.body)).toEqual([]);
});
