/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import {
  flatTariff,
  printKit,
  KIT_FORMAT,
  SPEC_VERSION,
  type DistanceUnit,
  type Garage,
} from "@kettleback/core";
import { writeAs } from "../../format/manner";
import { firstAway, openKit } from "../../jobs/away";
import { awayStoreOf, type AwayDraft } from "../../stores/away";
import { useNetworks } from "../../stores/networks";
import { useSessions } from "../../stores/sessions";
import { plainGarage, post } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import AwayScreen from "./AwayScreen";
import { keptTicks } from "./keptTicks";
import { readTrack } from "./track";
import { ageText } from "./words";

const cable = (id: string, amps: number, massKg: number) => ({
  id,
  version: 1,
  parentId: null,
  spec: {
    name: `cable ${amps}`,
    stationEnd: "type2",
    vehicleEnd: "type2",
    phases: 1,
    amps,
    lengthM: 5,
    gauge: "35 mm2",
    massKg,
  },
});
/** A socketed post of 32 A in the yard, cables of 16 and 32 A: 3,680 W bring 3,422 W and 34.2 km an hour. */
function garageOf(distance: DistanceUnit): Garage {
  const garage = plainGarage({
    distance,
    outlet: { ...plainGarage().outlets[0]!.spec, circuit: { breakerAmps: 40, otherLoadAmps: 0 } },
  });
  const evse = { ...post(32), output: { kind: "socket", connector: "type2" } };
  return {
    ...garage,
    evses: [{ ...garage.evses[0]!, spec: evse }],
    cables: [cable("c16", 16, 1.5), cable("c32", 32, 3)],
  } as unknown as Garage;
}
const draftFor = (garage: Garage, change: Partial<AwayDraft> = {}): AwayDraft => ({
  ...firstAway(garage),
  fromSoc: 0,
  toSoc: 1,
  pluggedInAt: "2026-11-23T18:00",
  neededBy: "06:00",
  wantedKm: 300,
  packed: ["c16"],
  offered: [],
  places: ["outlet-bay-box"],
  ...change,
});

async function show(garage: Garage, view: string, draft: AwayDraft): Promise<void> {
  writeAs(garage.household.spec);
  awayStoreOf(garage.household.id).setState({ draft });
  awayStoreOf(garage.household.id).temporal.getState().clear();
  await act(async () => {
    render(
      <MemoryRouter initialEntries={[`/away/${view}`]}>
        <Routes>
          <Route path="/away/:view" element={<AwayScreen garage={garage} />} />
        </Routes>
      </MemoryRouter>,
    );
    await Promise.resolve();
  });
  // The view comes as a part of its own, then its job.
  for (let i = 0; i < 4; i++) await settle();
}
const draftOf = (garage: Garage) => awayStoreOf(garage.household.id).getState().draft!;
const verdict = () => document.querySelector(".answer .verdict")!.textContent!.replaceAll(/\s+/g, " ").trim();

beforeEach(() => {
  useNetworks.setState({ householdId: null, heads: [], texts: {}, failure: null });
  useSessions.setState({ householdId: null, rows: [] });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe("what to pack", () => {
  test.each([
    ["km", "300 km", "410 km", 300],
    ["mi", "186 mi", "254 mi", 186],
  ] as const)("twelve hours at 16 A bring 410.6 km, told in %s", async (unit, wanted, night, typed) => {
    const garage = garageOf(unit);
    await show(garage, "kit", draftFor(garage));
    expect(verdict()).toBe(
      `Pack cable 16: 1.5 kg, 5 litres. That brings ${wanted} a night at the one place.`,
    );
    const [row, opens] = rowsOf("What fits where");
    expect(row).toEqual(["Yard: box", "3.42 kW", "6.83 kW", `${night}3.42 kW`, night]);
    expect(opens!.slice(1, 3)).toEqual(["–", "–"]);
    expect(screen.getByLabelText(`Range a night, ${unit}`)).toHaveProperty("value", String(typed));
    expect(screen.getByText("That is what is ticked.")).toBeTruthy();
    expect(screen.getByRole("region", { name: "Yard: box" }).textContent).toContain(
      `With cable 16: 3.42 kW into the battery (16 A), ${night} by the morning.`,
    );
  });

  test("what is typed in miles is asked in kilometres, and more than the light cable brings wants the heavy one", async () => {
    const garage = garageOf("mi");
    await show(garage, "kit", draftFor(garage));
    fireEvent.change(screen.getByLabelText("Range a night, mi"), { target: { value: "300" } });
    await settle();
    expect(draftOf(garage).wantedKm).toBeCloseTo(482.8, 1);
    expect(verdict()).toContain("Pack cable 32: 3.0 kg");
    expect(screen.getByText(/What is ticked weighs 1\.5 kg and does it at 0 of 1/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Tick the least kit" }));
    await settle();
    expect(draftOf(garage).packed).toEqual(["c32"]);
    act(() => awayStoreOf(garage.household.id).temporal.getState().undo());
    expect(draftOf(garage).packed).toEqual(["c16"]);
  });

  test("with nothing ticked the place says why, and a piece that is not ticked is seen closed", async () => {
    const garage = garageOf("km");
    await show(garage, "kit", draftFor(garage, { packed: [] }));
    expect(rowsOf("What fits where")[0]!.at(-2)).toBe("nothingno cable");
    expect(document.querySelectorAll(".mini.closed")).toHaveLength(2);
    expect(screen.getByRole("region", { name: "Yard: box" }).textContent).toContain(
      "With what is ticked nothing charges here",
    );
  });

  test("what is typed in the sentence is not interrupted, whatever is worked out or wrong meanwhile", async () => {
    const garage = garageOf("km");
    await show(garage, "kit", draftFor(garage));
    const field = screen.getByLabelText("At most, per cent");
    act(() => field.focus());
    for (const typed of ["9", "0", "80"]) {
      fireEvent.change(field, { target: { value: typed } });
      await settle();
      expect(document.activeElement).toBe(field);
      expect(screen.getByLabelText("At most, per cent")).toBe(field);
    }
    expect(verdict()).toContain("Pack cable 16");
  });

  test("a figure that cannot be is refused with what is accepted, and nothing is lost", async () => {
    const garage = garageOf("km");
    await show(garage, "kit", draftFor(garage, { toSoc: 0.2, fromSoc: 0.4 }));
    expect(
      screen.getAllByRole("alert").length + document.querySelectorAll(".problems").length,
    ).toBeGreaterThan(0);
    expect(screen.getByLabelText("Charge in the evening, per cent").getAttribute("aria-invalid")).toBe(
      "true",
    );
    expect(draftOf(garage).packed).toEqual(["c16"]);
  });

  test("its file is read back as what it was", async () => {
    const garage = garageOf("km");
    const { asked } = openKit(garage, draftFor(garage));
    await show(garage, "kit", draftFor(garage, { wantedKm: 50, packed: [] }));
    const text = printKit({ format: KIT_FORMAT, version: SPEC_VERSION, name: "saved", ...asked! });
    const file = new File([text], "saved.kit.json");
    Object.assign(file, { text: () => Promise.resolve(text) });
    await act(async () => {
      fireEvent.change(screen.getByLabelText("Kit file"), { target: { files: [file] } });
      await Promise.resolve();
    });
    await settle();
    expect(draftOf(garage)).toMatchObject({
      wantedKm: 300,
      packed: ["c16", "c32"],
      fromSoc: 0,
      neededBy: "06:00",
    });
  });
});

describe("will it reach", () => {
  test("what reaches and by how much, and the other way to park", async () => {
    const garage = garageOf("km");
    await show(garage, "reach", draftFor(garage));
    expect(verdict()).toBe(
      "Nose in you need 7.6 m: nothing of yours reaches. Backed in it is 4.6 m, which cable 16 and cable 32 reach.",
    );
    expect(screen.getByRole("region", { name: "What of yours reaches" }).textContent).toContain(
      "5.0 m, 2.6 m too short",
    );
    fireEvent.change(screen.getByLabelText("The car stands"), { target: { value: "back-in" } });
    await settle();
    expect(verdict()).toBe("Backed in you need 4.6 m: cable 16 and cable 32 reach.");
    expect(screen.getByRole("region", { name: "What of yours reaches" }).textContent).toContain(
      "5.0 m, 0.4 m to spare",
    );
  });
});

const NETWORK = {
  locations: [
    {
      country_code: "ZZ",
      party_id: "TST",
      id: "a",
      name: "Test post",
      coordinates: { latitude: "53.09", longitude: "-14" },
      evses: [
        {
          uid: "1",
          status: "AVAILABLE",
          last_updated: "2026-11-23T08:00:00Z",
          connectors: [
            {
              id: "1",
              standard: "IEC_62196_T2",
              format: "CABLE",
              power_type: "AC_1_PHASE",
              max_voltage: 230,
              max_amperage: 16,
              tariff_ids: ["t"],
            },
          ],
        },
      ],
    },
  ],
  tariffs: [
    {
      country_code: "ZZ",
      party_id: "TST",
      id: "t",
      currency: "EUR",
      elements: [{ price_components: [{ type: "ENERGY", price: 0.5, step_size: 1 }] }],
      last_updated: "2026-11-23T08:00:00Z",
    },
  ],
};
const HEAD = {
  id: "n",
  name: "Test network",
  address: "http://x/versions",
  readAt: new Date().toISOString(),
  locations: 1,
};

test("a cable that does not go into the car is not said to reach it", async () => {
  const garage = garageOf("km");
  const other = cable("c1", 32, 2);
  const cables = [
    ...garage.cables,
    { ...other, spec: { ...other.spec, name: "for another car", vehicleEnd: "type1", lengthM: 10 } },
  ];
  await show({ ...garage, cables } as Garage, "reach", draftFor(garage));
  expect(verdict()).toContain("nothing of yours reaches");
  expect(screen.queryByText(/for another car/)).toBeNull();
});

describe("posts near me", () => {
  const answers = (text: string) =>
    jest.fn((address: string) => {
      const body = address.endsWith("/networks") ? [HEAD] : text;
      return Promise.resolve({
        ok: true,
        status: 200,
        json: () => Promise.resolve(body),
        text: () => Promise.resolve(body),
      } as unknown as Response);
    });

  test.each([
    ["km", "10 km", "68 km", "34.0 km/h"],
    ["mi", "6.2 mi", "42 mi", "21.1 mi/h"],
  ] as const)(
    "two hours at 16 A of 230 V, 21 W of it left in 5 m of cable: 68 km for 3.69 € (7.37 kWh at 0.50), told in %s",
    async (unit, away, stay, speed) => {
      globalThis.fetch = answers(JSON.stringify(NETWORK)) as never;
      const garage = garageOf(unit);
      await show(
        garage,
        "posts",
        draftFor(garage, { posts: { ...firstAway(garage).posts, from: { lat: 53, lon: -14 } } }),
      );
      expect(verdict()).toBe(`Test post, ${away} away, is free: 3.40 kW, ${stay} in 2 h. 1 of 1 posts.`);
      const [row] = rowsOf("Posts");
      expect(row![0]).toBe(`Test post${away} north`);
      expect(row![1]).toBe("Type 2its own cable");
      expect(row![2]).toContain("free");
      expect(row![3]).toBe(`3.40 kW${speed}`);
      expect(row![4]).toBe(`${stay}€3.69`);
      expect(screen.getByRole("region", { name: "Test post" }).textContent).toContain(
        `With nothing of yours: ${stay} in 2 h.`,
      );
    },
  );

  test("the one told of first is free, though one in use is nearer; both are counted", async () => {
    const [near] = NETWORK.locations;
    const taken = {
      ...near!,
      id: "b",
      name: "Nearer",
      coordinates: { latitude: "53.01", longitude: "-14" },
      evses: [{ ...near!.evses[0]!, status: "CHARGING" }],
    };
    globalThis.fetch = answers(JSON.stringify({ ...NETWORK, locations: [taken, near] })) as never;
    const garage = garageOf("km");
    await show(
      garage,
      "posts",
      draftFor(garage, { posts: { ...firstAway(garage).posts, from: { lat: 53, lon: -14 } } }),
    );
    expect(verdict()).toMatch(/^Test post, 10 km away, is free: .* 2 of 2 posts\.$/);
    expect(rowsOf("Posts").map(([name]) => name)).toEqual(["Nearer1.1 km north", "Test post10 km north"]);
    expect(screen.getByRole("heading", { name: "Test post" })).toBeTruthy();
  });

  test("a network that asks for a token is read anew with the one that is typed, and forgets it", async () => {
    const sent: unknown[] = [];
    const answer = answers(JSON.stringify(NETWORK));
    globalThis.fetch = jest.fn((address: string, init?: RequestInit) => {
      if (init?.method !== "POST") return answer(address);
      sent.push(JSON.parse(String(init.body)));
      return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(HEAD) } as Response);
    }) as never;
    const garage = garageOf("km");
    await show(garage, "posts", draftFor(garage));
    fireEvent.change(screen.getByLabelText("Its token"), { target: { value: "sesame" } });
    fireEvent.click(screen.getByRole("button", { name: "Read it anew" }));
    for (let i = 0; i < 3; i++) await settle();
    expect(sent).toEqual([{ name: "Test network", address: "http://x/versions", token: "sesame" }]);
    expect(screen.getByLabelText("Its token")).toHaveProperty("value", "");
  });

  test("what a network says that cannot be read is refused by line and field, what one has stays", async () => {
    globalThis.fetch = answers('{"locations": 4}') as never;
    const garage = garageOf("km");
    await show(garage, "posts", draftFor(garage));
    expect(screen.getByRole("alert").textContent).toContain(
      "locations: needed: a list of OCPI Location objects",
    );
  });

  test("standing before a post takes its figures along to the cards", async () => {
    globalThis.fetch = answers(JSON.stringify(NETWORK)) as never;
    const garage = garageOf("km");
    await show(garage, "posts", draftFor(garage));
    fireEvent.click(screen.getByRole("link", { name: "I stand before it" }));
    for (let i = 0; i < 3; i++) await settle();
    expect(draftOf(garage).beside.at).toMatchObject({
      name: "Test post",
      amps: 16,
      phases: 1,
      rapid: false,
      limitMinutes: null,
    });
    expect(document.querySelector(".at-post")!.textContent).toBe("At Test post.");
    fireEvent.click(screen.getByRole("button", { name: "Next: plug in, in this order" }));
    // The post has a cable of its own.
    expect(screen.getByText("Only the car: the other end is fixed.")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /^Next/ }));
    fireEvent.click(screen.getByRole("button", { name: /^Next/ }));
    expect(
      screen.getByText("The Path expects about 3.4 kW into the battery, 16 A on one phase."),
    ).toBeTruthy();
    // Of another car nothing is known there.
    act(() => {
      const { set } = awayStoreOf(garage.household.id).getState();
      const draft = draftOf(garage);
      set({ ...draft, beside: { ...draft.beside, at: { ...draft.beside.at!, carId: "other" } } });
    });
    expect(screen.queryByText(/The Path expects about 3.4 kW/)).toBeNull();
  });

  test("an answer that comes late does not take the place of a newer one", async () => {
    const waiting: ((heads: unknown) => void)[] = [];
    globalThis.fetch = jest.fn(
      () =>
        new Promise((done) =>
          waiting.push((body) =>
            done({
              ok: true,
              status: 200,
              json: () => Promise.resolve(body),
              text: () => Promise.resolve(body),
            }),
          ),
        ),
    ) as never;
    const { load, look } = useNetworks.getState();
    const [first, second] = [load("h"), load("h")];
    waiting[1]!([{ ...HEAD, name: "newer" }]);
    await second;
    waiting[0]!([{ ...HEAD, name: "older" }]);
    await first;
    expect(useNetworks.getState().heads.map(({ name }) => name)).toEqual(["newer"]);
    // Read anew while its text is on its way: the old text is not taken for the new.
    const looking = look("h", "n");
    useNetworks.setState({ heads: [{ ...HEAD, readAt: "2030-01-01T00:00:00Z" }] });
    waiting[2]!("old text");
    await looking;
    expect(useNetworks.getState().texts).toEqual({});
  });
});

describe("stops on the way", () => {
  const trip = (garage: Garage): AwayDraft =>
    draftFor(garage, {
      trip: {
        ...firstAway(garage).trip,
        legs: [{ km: 300, speedKmh: 90, upM: 0, downM: 0, windKmh: 0 }],
        stops: [
          {
            name: "Station",
            atKm: 150,
            detourKm: 0,
            point: { plug: "ccs2", tethered: true, phases: 1, volts: 500, amps: 200, watts: 50_000 },
            tariff: flatTariff("sixty", 0.6),
            limitMinutes: null,
            waitMinutes: 0,
            fixedMinutes: 6,
            state: "open",
          },
          {
            name: "Other",
            atKm: 160,
            detourKm: 0,
            point: { plug: "ccs2", tethered: true, phases: 1, volts: 500, amps: 100, watts: 25_000 },
            tariff: flatTariff("twenty", 0.2),
            limitMinutes: null,
            waitMinutes: 0,
            fixedMinutes: 6,
            state: "open",
          },
        ],
        departAt: "2026-11-23T08:00",
        airC: 20,
        startSoc: 0.35,
      },
    });

  test.each([
    ["km", "300", "150 km", "90"],
    ["mi", "186", "93 mi", "55.9"],
  ] as const)(
    "300 km of 100 Wh from 35 %% of 100 kWh: 10 kWh at 50 kW are 12 minutes and 6.00 €, told in %s",
    async (unit, whole, at, speed) => {
      const garage = garageOf(unit);
      await show(garage, "stops", trip(garage));
      expect(verdict()).toBe(
        "3 h 38 min from door to door, one stop: Station, 12 min to 30 %. You arrive at 11:38 with 15 %, for €6.01.",
      );
      expect(document.querySelector("p:has(> select)")!.textContent).toContain(`${whole} ${unit}`);
      expect(rowsOf("Stop by stop")[0]!.slice(0, 6)).toEqual([
        `Station${at}`,
        "09:40",
        "20 %",
        "12 min",
        "30 %",
        "€6.01",
      ]);
      expect(rowsOf("Plans compared").map((row) => row.slice(0, 4))).toEqual([
        ["Quickest", "3 h 38 min", "12 min", "€6.01"],
        ["Cheapest", "3 h 52 min", "26 min", "€2.20"],
        ["Fewest stops", "3 h 38 min", "12 min", "€6.01"],
      ]);
      expect(screen.getByLabelText(`Speed, ${unit}/h, of leg 1`)).toHaveProperty("value", speed);
      expect(rowsOf("Stop by stop")[0]![6]).toContain("Other, 14 min later");
    },
  );

  test("a stop that is taken is planned around at once, and undo brings it back", async () => {
    const garage = garageOf("km");
    await show(garage, "stops", trip(garage));
    fireEvent.click(screen.getByRole("button", { name: "Station is taken" }));
    for (let i = 0; i < 2; i++) await settle();
    expect(verdict()).toContain("3 h 52 min from door to door, one stop: Other, 26 min");
    expect(draftOf(garage).trip.stops[0]!.state).toBe("taken");
    act(() => awayStoreOf(garage.household.id).temporal.getState().undo());
    for (let i = 0; i < 2; i++) await settle();
    expect(verdict()).toContain("Station, 12 min");
  });

  test("a leg typed in miles is driven in kilometres; one that cannot be is marked and not taken", async () => {
    const garage = garageOf("mi");
    await show(garage, "stops", trip(garage));
    const field = screen.getByLabelText("Distance, mi, of leg 1");
    fireEvent.change(field, { target: { value: "100" } });
    expect(draftOf(garage).trip.legs[0]!.km).toBeCloseTo(160.9344, 6);
    fireEvent.change(field, { target: { value: "-5" } });
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(draftOf(garage).trip.legs[0]!.km).toBeCloseTo(160.9344, 6);
  });

  test("a track of 200 MB is refused by its size, unread, and nothing changes", async () => {
    const garage = garageOf("km");
    await show(garage, "stops", trip(garage));
    const file = new File(["<gpx/>"], "long.gpx");
    const text = jest.fn();
    Object.defineProperty(file, "size", { value: 200 * 1024 * 1024 });
    Object.assign(file, { text });
    await act(async () => {
      fireEvent.change(screen.getByLabelText("Trip file"), { target: { files: [file] } });
      await Promise.resolve();
    });
    expect(screen.getByRole("alert").textContent).toContain(
      "209715200 bytes is too large; accepted: up to 33554432 bytes",
    );
    expect(text).not.toHaveBeenCalled();
    expect(draftOf(garage).trip.legs).toHaveLength(1);
  });

  test("what is typed in the sentence is not interrupted, whatever is worked out or wrong meanwhile", async () => {
    const garage = garageOf("km");
    await show(garage, "stops", trip(garage));
    const field = screen.getByLabelText("Charge at the start, per cent");
    act(() => field.focus());
    for (const typed of ["", "4", "40"]) {
      fireEvent.change(field, { target: { value: typed } });
      await settle();
      expect(document.activeElement).toBe(field);
    }
    expect(verdict()).toMatch(/^3 h 3\d min from door to door/);
  });

  test("a stretch that is too long is named, with what it takes and what there is", async () => {
    const garage = garageOf("km");
    const draft = trip(garage);
    await show(garage, "stops", { ...draft, trip: { ...draft.trip, stops: [] } });
    expect(verdict()).toBe(
      "No way leads through. From the start to the end, 300 km, takes 30 % of the battery; there can be 20 % to spend.",
    );
  });
});

describe("at the post", () => {
  test("ticks stay with their step, are counted, and go to the session that is going on", async () => {
    const sent: string[] = [];
    const row = {
      id: "s",
      version: 1,
      parentId: null,
      spec: {
        name: "Going on",
        begin: new Date().toISOString(),
        end: null,
        source: "by hand",
        key: "k",
        carId: null,
        placeId: null,
        plan: null,
        wallWh: null,
        fromSoc: null,
        toSoc: null,
      },
    };
    globalThis.fetch = jest.fn((_address: string, init?: RequestInit) => {
      if (init?.method === "PUT") sent.push(String(init.body));
      const body =
        init?.method === "PUT"
          ? { ...row, version: 2, spec: (JSON.parse(String(init.body)) as { spec: object }).spec }
          : { rows: [row], next: null };
      return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(body) } as Response);
    }) as never;
    const garage = garageOf("km");
    await show(garage, "beside", draftFor(garage));
    fireEvent.click(screen.getByRole("checkbox", { name: /^The post is alive/ }));
    expect(screen.getByText("1 of 4 done")).toBeTruthy();
    await act(() => new Promise((done) => setTimeout(done, 1_000)));
    expect(sent).toHaveLength(1);
    expect(
      (JSON.parse(sent[0]!) as { spec: { ticks: { step: string }[] } }).spec.ticks.map(({ step }) => step),
    ).toEqual(["before.alive"]);
    expect(screen.getByText(/is kept with the session “Going on”/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /^Next/ }));
    expect(screen.getByRole("heading", { name: "Plug in, in this order" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Back" }));
    expect(screen.getByRole("checkbox", { name: /^The post is alive/ })).toHaveProperty("checked", true);
  });

  test("the emergency line stands under every card, and local rules go first", async () => {
    globalThis.fetch = jest.fn(() => Promise.reject(new Error("offline"))) as never;
    const garage = garageOf("km");
    await show(garage, "beside", draftFor(garage));
    for (let i = 0; i < 6; i++) {
      expect(screen.getByRole("note").textContent).toContain("Smell, heat, sparks, damage, water");
      const next = screen.queryByRole("button", { name: /^Next/ });
      if (next) fireEvent.click(next);
    }
    expect(
      within(screen.getByRole("region", { name: "Courtesy and law" })).getByText(/Local rules decide/),
    ).toBeTruthy();
  });
});

describe("ticks of a session", () => {
  const begin = "2026-11-23T18:00:00.000Z";
  const at = (minutes: number) => Date.parse(begin) + minutes * 60_000;
  const steps = (...asked: Parameters<typeof keptTicks>) => keptTicks(...asked).map(({ step }) => step);

  test("what was ticked elsewhere stays, what is taken back here goes, in the order of the clock", () => {
    const kept = [{ step: "a", at: begin }];
    expect(steps({ begin, ticks: kept }, {}, new Set())).toEqual(["a"]);
    expect(steps({ begin, ticks: kept }, { c: at(9), b: at(5) }, new Set(["b", "c"]))).toEqual([
      "a",
      "b",
      "c",
    ]);
    expect(steps({ begin, ticks: kept }, {}, new Set(["a"]))).toEqual([]);
  });

  test("ticks of another day do not go to a session that began later; those just before it do", () => {
    expect(steps({ begin }, { old: at(-24 * 60), before: at(-3) }, new Set(["old", "before"]))).toEqual([
      "before",
    ]);
  });
});

describe("a recorded track", () => {
  test("is read as its points, in their order", () => {
    const read = readTrack(
      '<gpx version="1.1"><trk><trkseg><trkpt lat="53" lon="-14"><ele>5</ele></trkpt><trkpt lat="53.1" lon="-14.2"/></trkseg></trk></gpx>',
    );
    expect(read).toEqual({
      ok: true,
      points: [
        { lat: 53, lon: -14, ele: 5 },
        { lat: 53.1, lon: -14.2, ele: undefined },
      ],
    });
  });

  test.each([
    ["<gpx><trk>", /not XML/],
    ["<kml></kml>", /accepted: a recorded track/],
    ['<gpx><trk><trkseg><trkpt lat="53" lon="-14"/></trkseg></trk></gpx>', /at least two points/],
    [
      '<gpx><trk><trkseg><trkpt lat="95" lon="-14"/><trkpt lat="5" lon="4"/></trkseg></trk></gpx>',
      /a point at 95, -14/,
    ],
  ])("%s is refused in words", (text, says) => {
    const read = readTrack(text);
    expect(read.ok ? "" : read.problems[0]!.message).toMatch(says);
  });
});

test.each([
  [20_000, "just now"],
  [5 * 60_000, "5 min ago"],
  [3 * 3_600_000, "3 h ago"],
  [3 * 86_400_000, "3 days ago"],
  [100 * 86_400_000, "3 months ago"],
  [800 * 86_400_000, "2 years ago"],
])("%d ms are %s", (ms, says) => expect(ageText(ms)).toBe(says));
