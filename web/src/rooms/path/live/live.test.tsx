/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import {
  isRefusal,
  type Alarm,
  recordSchema,
  sampleOf,
  schedulesOf,
  solvePlan,
  type Device,
  type Schedules,
  type Kept,
  type Measured,
  type Plan,
  type Sample,
  type SessionRecord,
  type PointState,
} from "@kettleback/core";
import { api, type StandIns } from "../../../api/client";
import { useLive } from "../../../stores/live";
import { useNotices } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { plainAnswered, plainGarage } from "../../../tests/plain";
import { Alarms } from "./Alarms";
import AtThePoint from "./AtThePoint";
import { NoteReading } from "./NoteReading";
import ReadAlong from "./ReadAlong";
import { StandInPanel } from "./StandInPanel";
import { useWatch, Watching } from "./Watching";

jest.mock("../../../drawing/ConductorDrawing", () => ({
  ConductorDrawing: ({ live }: { live: object }) => (
    <output aria-label="lanes">{JSON.stringify(live)}</output>
  ),
}));
const mockJob: { result: Schedules | undefined } = { result: undefined };
const mockExplained: { result: unknown } = { result: undefined };
jest.mock("../../../jobs/useJob", () => ({
  useJob: (kind: string) => (kind === "explained" ? mockExplained : mockJob),
}));

// The plain car: 100 kWh, 10 A of 230 V at the post, from 70 to 80 %, 0.20 a kWh.
const { plan } = plainAnswered();
const garage = plainGarage();
const BEGAN = Date.parse("2026-11-23T18:10:00Z");
const HOUR = 3_600_000;
const FLOWS = 2_300;
const spec = (change: Partial<SessionRecord> = {}): SessionRecord =>
  recordSchema.parse({
    name: "evening",
    begin: new Date(BEGAN).toISOString(),
    source: "charge point",
    key: "ocpp post 1",
    plan,
    fromSoc: 0.7,
    ...change,
  });
const row = (change?: Partial<SessionRecord>): Kept<SessionRecord> => ({
  id: "7",
  version: 1,
  parentId: null,
  spec: spec(change),
});
const series = (of: Partial<Record<Measured, number>> = {}): Sample[] =>
  Array.from({ length: 61 }, (_, i) =>
    sampleOf(BEGAN + i * 60_000, {
      counterWh: 500 + (i * (of.watts ?? FLOWS)) / 60,
      watts: FLOWS,
      amps: 10,
      volts: 230,
      ...of,
    }),
  );
const point = (change: Partial<PointState> = {}): PointState => ({
  id: "post",
  vendor: null,
  model: null,
  firmware: null,
  status: "Preparing",
  error: null,
  clockBehind: 0,
  connected: true,
  seenAt: null,
  hasPassword: true,
  session: "7",
  ...change,
});

function Shown({
  samples,
  of,
  at,
  now = BEGAN + HOUR,
}: {
  samples: readonly Sample[];
  of?: Partial<SessionRecord>;
  at?: PointState;
  now?: number;
}) {
  const kept = row(of);
  const watch = useWatch(kept.spec, samples, now);
  return watch && <Watching row={kept} household="home" watch={watch} samples={samples} point={at ?? null} />;
}
const figures = () =>
  Object.fromEntries(
    [...document.querySelectorAll(".live-figures > div")].map((div) => [
      div.querySelector("dt")!.textContent,
      [div.querySelector("b")!.textContent, div.querySelector("small")!.textContent],
    ]),
  );
const says = () => document.querySelector(".standing")!.textContent;

beforeEach(() => {
  jest.restoreAllMocks();
  useNotices.setState({ notices: [] });
  useLive.setState({ samples: {} });
  mockJob.result = undefined;
});

test("as it should be: the sentence, each figure beside what was expected, the lanes, nothing to look at", () => {
  render(<Shown samples={series()} />);
  expect(says()).toBe("It has really started: 2.30 kW flow, as they should.");
  // 2.3 kWh over an hour; what reaches the battery of 2,300 W is 2,115.25 W (see tests/plain): 72.1 % after it.
  expect(figures()).toEqual({
    "In the battery": ["72 %", "71 % to 73 %, by what was counted; expected 72 %"],
    "80 % at": [expect.stringMatching(/^22:5\d$/), expect.stringMatching(/^expected 22:5\d$/)],
    "From the wall": ["2.30 kWh", "expected 2.30 kWh"],
    "Cost so far": ["€0.46", "by its tariff and what was counted"],
  });
  expect(JSON.parse(screen.getByLabelText("lanes").textContent!)).toMatchObject({
    lanes: [{ expected: expect.closeTo(10, 6), measured: 10 }],
    stale: false,
    age: "read just now",
  });
  expect(screen.getByRole("alert").textContent).toBe("");
});

test("somebody who looks elsewhere is called once for each alarm, and again once it has come back", () => {
  const called: string[] = [];
  class Calling {
    static permission = "granted";
    constructor(name: string, { body }: { body: string }) {
      called.push(`${name}: ${body}`);
    }
  }
  Object.assign(globalThis, { Notification: Calling });
  const alarm = (code: Alarm["code"], says: string): Alarm => ({
    code,
    level: "careful",
    says,
    todo: "Look.",
  });
  const stopped = alarm("stopped", "It has stopped.");
  const show = (...alarms: Alarm[]) => <Alarms alarms={alarms} name="night" />;
  const { rerender } = render(show(stopped));
  rerender(show(stopped));
  rerender(show(stopped, alarm("late", "It will be late.")));
  expect(called).toEqual(["night: It has stopped. Look.", "night: It will be late. Look."]);
  rerender(show());
  rerender(show(stopped));
  expect(called).toHaveLength(3);
  Calling.permission = "denied";
  rerender(show());
  rerender(show(stopped));
  expect(called).toHaveLength(3);
  Reflect.deleteProperty(globalThis, "Notification");
});

test("half of it is said in the sentence and as an alarm with what to do", () => {
  render(<Shown samples={series({ watts: 1_380, amps: 6 })} />);
  expect(says()).toBe("1.38 kW flow where 2.30 kW should.");
  expect(screen.getByRole("alert").textContent).toMatch(
    /^Slower than it should be: 1\.4 kW instead of 2\.3 kW\. 6\.0 A flow instead of 10\.0 A.*Feel the plug/,
  );
  expect(figures()["From the wall"]).toEqual(["1.38 kWh", "expected 2.30 kWh"]);
});

test.each<[string, Partial<SessionRecord> | undefined, readonly Sample[], number, RegExp]>([
  [
    "nothing is measured",
    undefined,
    [],
    BEGAN + HOUR,
    /^By reckoning 2\.30 kW should flow; nothing is measured\.$/,
  ],
  ["nothing flows", undefined, series({ watts: 0, amps: 0 }), BEGAN + HOUR, /^Nothing flows\.$/],
  [
    "what was read is old",
    undefined,
    series(),
    BEGAN + 2 * HOUR,
    /^2\.30 kW should flow; nothing was read for a while\.$/,
  ],
  [
    "it has only begun",
    undefined,
    series().slice(0, 4),
    BEGAN + 180_000,
    /^2\.30 kW flow, as they should\.$/,
  ],
  [
    "it has begun and nothing but its register was read",
    undefined,
    [sampleOf(BEGAN, { counterWh: 500 })],
    BEGAN + 20_000,
    /^It has begun: 2\.30 kW should flow, and the first reading is still to come\.$/,
  ],
  ["it is there", { fromSoc: 0.8 }, [], BEGAN + HOUR, /^80 % is there\.$/],
  [
    "it waits for its hours",
    {
      schedule: [
        {
          from: new Date(BEGAN + 5 * HOUR).toISOString(),
          to: new Date(BEGAN + 6 * HOUR).toISOString(),
          amps: 10,
        },
      ],
    },
    [],
    BEGAN + HOUR,
    /^It waits for its hours: from 23:10 on\.$/,
  ],
  [
    "its hours are over",
    {
      schedule: [
        { from: new Date(BEGAN).toISOString(), to: new Date(BEGAN + HOUR / 2).toISOString(), amps: 10 },
      ],
    },
    [],
    BEGAN + HOUR,
    /^Its hours are over; nothing is to flow\.$/,
  ],
])("%s: the sentence says so", (_, of, samples, now, expected) => {
  render(<Shown samples={samples} now={now} {...(of ? { of } : {})} />);
  expect(says()).toMatch(expected);
});

test("a charge point whose time is ahead of ours is as late as it says", () => {
  render(<Shown samples={series()} now={BEGAN} />);
  expect(says()).toBe("It has really started: 2.30 kW flow, as they should.");
});

describe("what may be the matter, by what was read so far", () => {
  const half = series({ watts: FLOWS / 2, amps: 5 });
  const cause = (name: string, likelihood: number, code = "lower-current") => ({
    codes: [code],
    name,
    likelihood,
    says: `${name} it is.`,
    check: `Look at ${name}.`,
  });
  const told = (explanations: object[], change: object = {}) => {
    mockExplained.result = { ok: true, none: false, cannotTell: false, explanations, ...change };
  };
  const causes = () => document.querySelector(".live-causes")?.textContent ?? null;
  afterEach(() => (mockExplained.result = undefined));

  test("the likeliest cause of a slow session, how sure, and where to look", () => {
    told([cause("A lower current", 0.87), cause("Low volts", 0.1)]);
    render(<Shown samples={half} />);
    expect(causes()).toBe(
      "What it may be: A lower current it is. 87 % sure by what was read so far. Look at A lower current.",
    );
    document.body.innerHTML = "";
    told([cause("A lower current", 0.9999)]);
    render(<Shown samples={half} />);
    expect(causes()).toContain("As good as sure by what was read so far.");
  });

  test("where it cannot tell, the two it may be and what to read; where nothing suits, that", () => {
    told([cause("A lower current", 0.5), cause("Low volts", 0.45)], {
      cannotTell: true,
      next: "Read the volts.",
    });
    render(<Shown samples={half} />);
    expect(causes()).toBe(
      "What it may be: A lower current or low volts; what was read so far cannot tell. Read the volts.",
    );
    document.body.innerHTML = "";
    told([cause("A lower current", 0.5)], { none: true });
    render(<Shown samples={half} />);
    expect(causes()).toBe("Nothing that is known here suits what was read so far.");
  });

  test("where it is as computed, cannot be compared yet, or nothing is amiss, nothing is said", () => {
    told([cause("As computed", 0.9, "as-computed")]);
    render(<Shown samples={half} />);
    expect(causes()).toBeNull();
    mockExplained.result = { ok: false, missing: "It is too short to compare." };
    render(<Shown samples={half} />);
    expect(causes()).toBeNull();
    told([cause("A lower current", 0.87)]);
    render(<Shown samples={series()} />);
    expect(causes()).toBeNull();
  });
});

test("the receipt so far has the energy counted at its price, and comes to the cost so far", () => {
  render(<Shown samples={series()} />);
  const receipt = document.querySelector("details.receipt")!;
  expect(receipt.querySelector("summary")!.textContent).toMatch(/^The receipt so far, by “/);
  // An hour of 2.3 kW at 0.20.
  expect([...receipt.querySelectorAll("tr")].map((row) => row.textContent)).toEqual([
    "energy2.30 kWh€0.20€0.46",
    "altogether€0.46",
  ]);
});

describe("what can be done", () => {
  const asked = () => {
    const calls: unknown[] = [];
    jest.spyOn(api, "act").mockImplementation(async (...call) => {
      calls.push(call);
      return { taken: true, said: "Accepted" };
    });
    return calls;
  };
  const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));
  const button = (name: string) => screen.getByRole<HTMLButtonElement>("button", { name });

  /** The same on a circuit that leaves 8 A for it, where car and unit would take 10 A. */
  const shared: Plan = {
    ...plan,
    car: { ...plan.car, charger: { ...plan.car.charger, settable: true } },
    outlet: {
      ...plan.outlet,
      circuit: { ...plan.outlet.circuit, otherLoadAmps: plan.outlet.circuit.breakerAmps - 8 },
    },
  };

  /** What is cheapest where the night costs a quarter. */
  const cheapest = () => {
    const night = {
      name: "night",
      elements: [
        {
          price_components: [{ type: "ENERGY" as const, price: 0.1, step_size: 1 }],
          restrictions: { start_time: "23:00", end_time: "07:00" },
        },
        { price_components: [{ type: "ENERGY" as const, price: 0.4, step_size: 1 }] },
      ],
    };
    const began = {
      ...plan,
      tariff: night,
      session: { ...plan.session, pluggedInAt: "2026-11-23T18:10", neededBy: "07:00" },
    };
    const solution = solvePlan(began);
    if (isRefusal(solution)) throw new Error(solution.message);
    return { began, result: schedulesOf(began, solution) };
  };

  test("without a connected charge point nothing is offered", () => {
    render(<Shown samples={series()} />);
    expect(screen.queryByRole("button", { name: "Stop charging" })).toBeNull();
  });

  test("stop, and lower within what the path holds", async () => {
    const calls = asked();
    render(<Shown samples={series()} at={point()} />);
    fireEvent.change(screen.getByLabelText("Current, A, 6 to 10"), { target: { value: "11" } });
    expect(button("Lower to").disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Current, A, 6 to 10"), { target: { value: "8" } });
    await press("Lower to");
    await press("Stop charging");
    expect(calls).toEqual([
      ["home", "post", { act: "limit", amps: 8, session: "7" }],
      ["home", "post", { act: "stop", session: "7" }],
    ]);
    expect(screen.queryByRole("button", { name: "Take it back" })).toBeNull();
  });

  test("what a session is by then comes with the answer, and is the one that is shown", async () => {
    const session = { ...row(), version: 9 };
    jest.spyOn(api, "act").mockResolvedValue({ taken: true, said: "Accepted", session });
    const put = jest.spyOn(useSessions.getState(), "put").mockImplementation(() => undefined);
    render(<Shown samples={series()} at={point()} />);
    await press("Stop charging");
    expect(put.mock.calls).toEqual([["home", session]]);
  });

  test("it is offered to be lowered to ten amps, or to the most the path holds where that is less", () => {
    render(<Shown samples={series()} at={point()} of={{ plan: shared }} />);
    expect(screen.getByLabelText<HTMLInputElement>("Current, A, 6 to 8").value).toBe("8");
  });

  test("hours that are over, or no cheaper than at once, are not offered", () => {
    const { result, began } = cheapest();
    mockJob.result = result;
    // Five to two: of 23:00 to 03:40 what is left is named.
    const { unmount } = render(
      <Shown samples={series()} at={point()} of={{ plan: began }} now={BEGAN + 7.75 * HOUR} />,
    );
    expect(button("Charge in the cheapest hours").closest("p")!.textContent).toMatch(
      /hours 01:55–03:4\d; €1\.09/,
    );
    unmount();
    const over = render(
      <Shown samples={series()} at={point()} of={{ plan: began }} now={BEGAN + 12 * HOUR} />,
    );
    expect(screen.queryByRole("button", { name: "Charge in the cheapest hours" })).toBeNull();
    over.unmount();
    mockJob.result = { ...result, by: { ...result.by, cheapest: result.atOnce } };
    render(<Shown samples={series()} at={point()} of={{ plan: began }} />);
    expect(screen.queryByRole("button", { name: "Charge in the cheapest hours" })).toBeNull();
  });

  test("the cheapest hours still to come are named with what they cost, and sent at no more than the path holds", async () => {
    const { result, began } = cheapest();
    mockJob.result = result;
    const calls = asked();
    render(<Shown samples={series()} at={point()} of={{ plan: began }} />);
    const offered = button("Charge in the cheapest hours").closest("p")!.textContent!;
    // 10 kWh into the battery, 10.87 kWh at the meter, all of it at 0.10.
    expect(offered).toMatch(/23:00–Tue 03:4\d; €1\.09 for the whole charge/);
    await press("Charge in the cheapest hours");
    const [[, , sent]] = calls as [
      [string, string, { act: string; schedule: { from: string; to: string; amps: number }[] }],
    ];
    expect(sent.act).toBe("schedule");
    expect(sent.schedule).toMatchObject([{ from: "2026-11-23T23:00:00.000Z", amps: 10 }]);
  });

  test("what it does not take is said in its own word, and what to do by hand", async () => {
    jest.spyOn(api, "act").mockResolvedValue({ taken: false, said: "NotSupported" });
    const schedule = [
      { from: new Date(BEGAN).toISOString(), to: new Date(BEGAN + 9 * HOUR).toISOString(), amps: 10 },
    ];
    render(<Shown samples={series()} at={point()} of={{ schedule }} />);
    await press("Take it back");
    expect(useNotices.getState().notices[0]!.text).toBe(
      "The unit did not take it: it says “NotSupported”. Set it at the unit or in the car by hand.",
    );
  });

  test("a unit that is held to what the path carries says so, before and after; being held is nothing to take back", async () => {
    const held =
      "It is told to give no more than 8 A: left alone the car would pull more than this path holds for hours.";
    const at = (running?: Kept<SessionRecord>) =>
      render(
        <AtThePoint
          garage={garage}
          point={point({ session: null })}
          name="Box"
          plan={shared}
          carId="car"
          placeId={null}
          running={running}
        />,
      ).unmount;
    at();
    expect(document.body.textContent).toContain(held);
    document.body.innerHTML = "";
    at(row({ plan: null }));
    expect(document.body.textContent).toContain(held);
    jest.spyOn(api, "act").mockResolvedValue({ taken: false, said: "NotSupported" });
    await press("It charges as below");
    expect(useNotices.getState().notices[0]!.text).toMatch(
      /^It is followed as .*It does not let itself be held to its current: it says “NotSupported”/,
    );
    document.body.innerHTML = "";
    const until = (hours: number, amps: number) => [
      { from: new Date(BEGAN).toISOString(), to: new Date(BEGAN + hours * HOUR).toISOString(), amps },
    ];
    render(<Shown samples={series()} at={point()} of={{ plan: shared, schedule: until(168, 8) }} />);
    expect(screen.queryByRole("button", { name: "Take it back" })).toBeNull();
    document.body.innerHTML = "";
    render(<Shown samples={series()} at={point()} of={{ plan: shared, schedule: until(168, 6) }} />);
    expect(button("Take it back").closest("p")!.textContent).toContain(
      "It charges at once, at 8 A, which this path holds for hours.",
    );
  });

  test("the path in view is started at its charge point, with car and place", async () => {
    const calls = asked();
    render(
      <AtThePoint
        garage={garage}
        point={point({ session: null })}
        name="Box"
        plan={plan}
        carId="car"
        placeId="place"
        running={undefined}
      />,
    );
    expect(document.body.textContent).toContain("It is connected: a car is plugged in.");
    await press("Start Box");
    expect(calls).toEqual([
      [garage.household.id, "post", { act: "start", wanted: { plan, carId: "car", placeId: "place" } }],
    ]);
  });

  test("one that is not connected, or a path to stop at, is not started; a session without a path takes the one in view", async () => {
    const at = (change: Partial<PointState>, of = plan, running?: Kept<SessionRecord>) =>
      render(
        <AtThePoint
          garage={garage}
          point={point(change)}
          name="Box"
          plan={of}
          carId="car"
          placeId={null}
          running={running}
        />,
      ).unmount;
    at({ connected: false });
    expect(document.body.textContent).toContain("Box is not connected");
    expect(screen.queryByRole("button")).toBeNull();
    document.body.innerHTML = "";
    at({}, { ...plan, car: { ...plan.car, endsAt: { ac: 0.5 } } });
    expect(button("Start Box").disabled).toBe(true);
    expect(document.body.textContent).toContain(
      "It is not started from here: The car ends by itself at 50 %",
    );
    document.body.innerHTML = "";
    const calls = asked();
    at({}, plan, row({ plan: null }));
    await press("It charges as below");
    expect(calls).toEqual([
      [garage.household.id, "post", { act: "follow", wanted: { plan, carId: "car", placeId: null } }],
    ]);
  });
});

test("readings typed by hand are kept with their moment and shown; what is none is refused and stays", async () => {
  const added: unknown[] = [];
  jest.spyOn(api, "addSamples").mockImplementation(async (...call) => {
    added.push(call);
    return { added: 1 };
  });
  jest.useFakeTimers({ now: BEGAN + HOUR, doNotFake: ["queueMicrotask"] });
  render(<NoteReading row={row()} household="home" />);
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const keep = () => act(async () => void fireEvent.click(screen.getByRole("button", { name: "Note it" })));
  await keep();
  expect(screen.getByRole("alert").textContent).toMatch(/^needed: what the car shows/);
  type("The car shows, %", "140");
  await keep();
  expect(screen.getByRole("alert").textContent).toBe("The car shows: accepted: 0 to 100 %");
  expect(screen.getByLabelText<HTMLInputElement>("The car shows, %").value).toBe("140");
  type("The car shows, %", "72");
  type("The meter counts, kWh", "1206.9");
  await keep();
  const sample = sampleOf(BEGAN + HOUR, { soc: 0.72, counterWh: 1_206_900 });
  expect(added).toEqual([["home", "7", [sample]]]);
  expect(useLive.getState().samples["7"]).toEqual([sample]);
  jest.useRealTimers();
});

describe("devices that will be read along", () => {
  const device = (name: string, reach: Device["reach"]): Kept<Device> => ({
    id: name,
    version: 1,
    parentId: null,
    spec: { name, of: { kind: "cars", id: "car" }, reach, fields: [] },
  });
  const standIns = (...names: string[]): StandIns => ({
    now: "2026-11-23T18:10:00Z",
    speed: 60,
    devices: names.map((name) => ({ name, what: "a stand-in", fault: "silent" })),
    faults: { none: "answers as it should", silent: "never answers" },
    troubles: { none: "charges as it should", stops: "stops in the middle" },
    trouble: "none",
  });
  const set = () => {
    const calls: unknown[] = [];
    jest.spyOn(api, "setStandIn").mockImplementation(async (...call) => void calls.push(call));
    return calls;
  };
  const chosen = (label: string) => screen.getByLabelText<HTMLSelectElement>(label).value;
  const choose = (label: string, value: string) =>
    act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
  const press = (name: string) => act(async () => void fireEvent.click(screen.getByText(name)));
  const meter = device("Meter", { kind: "mqtt", address: "mqtt://127.0.0.1:4183", topic: "boathouse/meter" });
  const network = device("Island", {
    kind: "ocpi",
    address: "http://127.0.0.1:4182/island-network/versions",
    everySeconds: 60,
  });
  const own = device("Own", { kind: "http", address: "http://10.0.0.7:4182/", everySeconds: 60 });

  test.each([
    ["its usual port", meter],
    [
      "a port of its own",
      device("M", { kind: "mqtt", address: "mqtt://127.0.0.1:50999", topic: "boathouse/meter" }),
    ],
    [
      "a network at a port of its own",
      device("N", {
        kind: "ocpi",
        address: "http://127.0.0.1:50998/island-network/versions",
        everySeconds: 60,
      }),
    ],
  ])("a stand-in at %s can be set", async (_where, row) => {
    jest.spyOn(api, "standIns").mockResolvedValue(standIns("power-meter", "island-network"));
    await act(async () => void render(<ReadAlong devices={[row]} runs />));
    expect(document.querySelector("details")).not.toBeNull();
  });

  test.each([
    [
      "a meter of another topic",
      device("M", { kind: "mqtt", address: "mqtt://127.0.0.1:4183", topic: "barn/meter" }),
    ],
    [
      "a broker of another machine",
      device("M", { kind: "mqtt", address: "mqtt://10.0.0.7:4183", topic: "boathouse/meter" }),
    ],
    [
      "a network of another machine",
      device("N", {
        kind: "ocpi",
        address: "http://10.0.0.7:4182/island-network/versions",
        everySeconds: 60,
      }),
    ],
  ])("%s is no stand-in", async (_what, row) => {
    const asked = jest.spyOn(api, "standIns").mockResolvedValue(standIns("power-meter", "island-network"));
    await act(async () => void render(<ReadAlong devices={[row]} runs />));
    expect(document.querySelector("details")).toBeNull();
    expect(asked).not.toHaveBeenCalled();
  });

  test("are named until it runs; those that are no stand-ins have nothing to be set", async () => {
    const asked = jest.spyOn(api, "standIns").mockResolvedValue(standIns("power-meter"));
    const named = render(<ReadAlong devices={[own, meter]} runs={false} />);
    expect(document.body.textContent).toBe("Read along once it has started: Own and Meter.");
    named.unmount();
    asked.mockClear();
    render(<ReadAlong devices={[own]} runs />);
    expect(document.body.textContent).toBe("");
    expect(asked).not.toHaveBeenCalled();
  });

  test("where no stand-ins run there is nothing to be set either", async () => {
    jest.spyOn(api, "standIns").mockRejectedValue(new Error("none"));
    await act(async () => void render(<ReadAlong devices={[meter]} runs />));
    expect(document.querySelector("details")).toBeNull();
  });

  test.each<[string, Kept<Device>, string, string, object]>([
    ["the meter's", meter, "power-meter", "The meter", {}],
    ["the network's", network, "island-network", "The network", { uid: "ferry-2" }],
  ])("%s time, fault and plug are set from the page", async (_, row, name, says, point) => {
    jest.spyOn(api, "standIns").mockResolvedValue(standIns(name));
    const calls = set();
    await act(async () => void render(<ReadAlong devices={[row]} runs />));
    expect([chosen("Its time goes"), chosen(says)]).toEqual(["60", "silent"]);
    await choose("Its time goes", "300");
    await choose(says, "none");
    await press("Plug the car in");
    await press("Unplug it");
    expect(calls).toEqual([
      ["clock", { speed: 300 }],
      [`${name}/fault`, { fault: "none" }],
      [`${name}/plug`, { ...point, plugged: true }],
      [`${name}/plug`, { ...point, plugged: false }],
    ]);
  });

  test("the charge point's trouble, the car's limit and its plug are set from the page", async () => {
    jest.spyOn(api, "standIns").mockResolvedValue(standIns("hall-post"));
    const calls = set();
    await act(async () => void render(<StandInPanel of="hall-post" />));
    await choose("What happens", "stops");
    await choose("The car ends by itself", "80");
    await press("Plug a car in and hold a card to it");
    await press("Unplug it");
    expect(calls).toEqual([
      ["hall-post/trouble", { trouble: "stops" }],
      ["curlew/limit", { percent: 80 }],
      ["hall-post/plug", { plugged: true, soc: 0.35, card: "otter-7" }],
      ["hall-post/plug", { plugged: false }],
    ]);
  });
});
