/** @jest-environment jsdom */
import { fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import type { Garage } from "@kettleback/core";
import { answerOf, type Answered } from "../../jobs/answer";
import { draftOf, type Draft } from "../../stores/draft";
import { Cautions, Stops } from "./Cautions";
import { PercentInput } from "../../plan/PercentInput";
import { Sentence } from "../../plan/Sentence";
import { becauseText, Verdict } from "./Verdict";
import { WorkingPanel } from "../../plan/WorkingPanel";

const draftFor = (garage: Garage, id: string): Draft =>
  draftOf(garage.paths.find((p) => p.id === id)!.spec, id);

/** The sentence over a household's garage, following its own changes. */
function Said({ garage, start, seen }: { garage: Garage; start: Draft; seen?: (draft: Draft) => void }) {
  const [draft, setDraft] = useState(start);
  const answered: Answered = answerOf(garage, draft);
  return (
    <Sentence
      garage={garage}
      draft={draft}
      problems={answered.kind === "unsound" ? answered.problems : []}
      blamed={answered.kind === "stuck" ? answered.refusal.field : null}
      repeated={answered.repeated}
      onChange={(next) => {
        setDraft(next);
        seen?.(next);
      }}
    />
  );
}

describe("the sentence", () => {
  const night = draftFor(fallowQuay, "fq-path-plover-night");

  test("reads aloud, and every bracket is a control of its own name", () => {
    const { container } = render(<Said garage={fallowQuay} start={night} />);
    expect(container.textContent).toMatch(/^Charge .* at .* with .* and .*, from %.* to %.*, plugged in at/);
    for (const name of ["Car", "Place and outlet", "Charging unit", "Cable", "Tariff", "Needed by"])
      expect(screen.getByLabelText(name)).toBeTruthy();
  });

  test("another outlet brings along the unit that fits it", () => {
    const seen = jest.fn<void, [Draft]>();
    render(<Said garage={fallowQuay} start={draftFor(fallowQuay, "fq-path-curlew-harbour")} seen={seen} />);
    fireEvent.change(screen.getByLabelText("Place and outlet"), { target: { value: "fq-hall-bay" } });
    expect(seen.mock.lastCall![0]).toMatchObject({ outletId: "fq-hall-bay", evseId: "fq-hall-post" });
  });

  test("what does not fit is offered apart, and blamed when it is chosen", () => {
    render(<Said garage={fallowQuay} start={draftFor(fallowQuay, "fq-path-curlew-harbour")} />);
    const cable = screen.getByLabelText("Cable");
    expect(within(cable).getByRole("group", { name: "does not fit here" })).toBeTruthy();
    fireEvent.change(cable, { target: { value: "fq-plover-cable" } });
    expect(screen.getByLabelText("Cable").getAttribute("aria-invalid")).toBe("true");
  });

  test("emptying the departure means nobody waits, and it can be set again", () => {
    const seen = jest.fn<void, [Draft]>();
    render(<Said garage={fallowQuay} start={night} seen={seen} />);
    fireEvent.change(screen.getByLabelText("Needed by"), { target: { value: "" } });
    expect(seen.mock.lastCall![0].session.neededBy).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "no set time" }));
    expect(seen.mock.lastCall![0].session.neededBy).toBe("07:30");
  });

  test("an hour that comes twice asks which, and the answer is its offset", () => {
    const seen = jest.fn<void, [Draft]>();
    const twice = { ...night, session: { ...night.session, pluggedInAt: "2026-10-25T01:30" } };
    render(<Said garage={fallowQuay} start={twice} seen={seen} />);
    fireEvent.change(screen.getByLabelText("Which of the two hours"), { target: { value: "+00:00" } });
    expect(seen.mock.lastCall![0].session.pluggedInAt).toBe("2026-10-25T01:30+00:00");
    // Another time is an ordinary one again.
    fireEvent.change(screen.getByLabelText("Plugged in at"), { target: { value: "18:10" } });
    expect(seen.mock.lastCall![0].session.pluggedInAt).toBe("2026-10-25T18:10");
    expect(screen.queryByLabelText("Which of the two hours")).toBeNull();
  });

  test("where start and target contradict each other both are marked, and described by what is wrong", () => {
    const marked = () =>
      ["Charge at the start, per cent", "Target charge, per cent"].map((label) => {
        const field = screen.getByLabelText(label);
        return [field.getAttribute("aria-invalid"), field.getAttribute("aria-describedby")];
      });
    const both = { ...night, session: { ...night.session, fromSoc: 0.8, toSoc: 0.6 } };
    const { unmount } = render(<Said garage={fallowQuay} start={both} />);
    expect(marked()).toEqual([
      ["true", "sentence-problems"],
      ["true", "sentence-problems"],
    ]);
    unmount();
    // A target that is none is wrong alone.
    render(<Said garage={fallowQuay} start={{ ...night, session: { ...night.session, toSoc: 1.2 } }} />);
    expect(marked()).toEqual([
      ["false", null],
      ["true", "sentence-problems"],
    ]);
  });

  test("a rapid station asks how warm the pack is, and who is beside", () => {
    const seen = jest.fn<void, [Draft]>();
    render(<Said garage={fallowQuay} start={draftFor(fallowQuay, "fq-path-ferry")} seen={seen} />);
    fireEvent.change(screen.getByLabelText("Heating, kW"), { target: { value: "3" } });
    expect(seen.mock.lastCall![0].session.heatingW).toBe(3000);
    fireEvent.change(screen.getByLabelText("Battery temperature, °C"), { target: { value: "" } });
    expect(seen.mock.lastCall![0].session.batteryC).toBeNull();
    fireEvent.change(screen.getByLabelText("The other plug"), { target: { value: "busy" } });
    expect(seen.mock.lastCall![0].settings.otherBusy).toBe(true);
  });

  test("on alternating current too, how warm the pack is stays in the sentence while its field is cleared", () => {
    const seen = jest.fn<void, [Draft]>();
    const cold = { ...night, session: { ...night.session, batteryC: -5 } };
    render(<Said garage={fallowQuay} start={cold} seen={seen} />);
    const field = () => screen.getByLabelText<HTMLInputElement>("Battery temperature, °C");
    fireEvent.change(field(), { target: { value: "" } });
    expect(seen.mock.lastCall![0].session.batteryC).toBeNull();
    fireEvent.change(field(), { target: { value: "-12" } });
    expect(seen.mock.lastCall![0].session.batteryC).toBe(-12);
  });

  test("a heater's power that is cleared stays blank and is named as missing, never taken for none", () => {
    const seen = jest.fn<void, [Draft]>();
    const start = draftFor(fallowQuay, "fq-path-ferry");
    render(<Said garage={fallowQuay} start={start} seen={seen} />);
    const field = screen.getByLabelText<HTMLInputElement>("Heating, kW");
    fireEvent.change(field, { target: { value: "" } });
    expect(field.value).toBe("");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    const answered = answerOf(fallowQuay, seen.mock.lastCall![0]);
    expect(answered.kind === "unsound" && answered.problems.map((p) => p.field)).toEqual([
      "session.heatingW",
    ]);
  });

  test("what is tried out stands in its bracket, and picking anything else ends it", () => {
    const seen = jest.fn<void, [Draft]>();
    const { plan } = answerOf(fallowQuay, night) as Extract<Answered, { kind: "charging" }>;
    const trial = { what: "x", parts: { evse: { ...plan.evse, name: "wallbox" }, lead: null } };
    render(<Said garage={fallowQuay} start={{ ...night, trial }} seen={seen} />);
    expect(screen.getByText("wallbox (tried out)")).toBeTruthy();
    fireEvent.change(screen.getByLabelText("Car"), { target: { value: "fq-curlew" } });
    expect(seen.mock.lastCall![0].trial).toBeNull();
  });

  test("a thing that is gone says so in its place", () => {
    render(<Said garage={fallowQuay} start={{ ...night, tariffId: "gone" }} />);
    expect(screen.getByText("(deleted: choose another)")).toBeTruthy();
  });
});

describe("a per cent field", () => {
  function Field({ value, onChange = () => undefined }: { value: number; onChange?: (n: number) => void }) {
    return <PercentInput label="Target" value={value} problem={undefined} onChange={onChange} />;
  }
  const input = () => screen.getByLabelText<HTMLInputElement>("Target, per cent");

  test("keeps what is typed, also when it is not acceptable, and tells shares", () => {
    const seen = jest.fn<void, [number]>();
    const { rerender } = render(<Field value={0.8} onChange={seen} />);
    fireEvent.change(input(), { target: { value: "300" } });
    expect(seen).toHaveBeenLastCalledWith(3);
    rerender(<Field value={3} onChange={seen} />);
    expect(input().value).toBe("300");
  });

  test("cleared, it stays blank while its value is missing, and follows when the value comes back", () => {
    const seen = jest.fn<void, [number]>();
    const { rerender } = render(<Field value={0.8} onChange={seen} />);
    fireEvent.change(input(), { target: { value: "" } });
    expect(seen.mock.lastCall![0]).toBeNaN();
    rerender(<Field value={Number.NaN} onChange={seen} />);
    expect(input().value).toBe("");
    // Undo brings the value back from outside.
    rerender(<Field value={0.8} onChange={seen} />);
    expect(input().value).toBe("80");
  });
});

const chargingFor = (garage: Garage, id: string) =>
  answerOf(garage, draftFor(garage, id)) as Extract<Answered, { kind: "charging" }> & Answered;

describe("what stands beside the answer", () => {
  test("the verdict names the narrowest link, who sets what, and what would flow untouched", () => {
    const { container, rerender } = render(
      <Verdict charging={chargingFor(larchHollow, "lh-path-siskin-barn")} />,
    );
    expect(container.textContent).toContain(
      "The circuit is the narrowest link: it should hold 10 A for hours, so Siskin’s box is set to 10 A on one phase. Untouched, 12 A would flow.",
    );
    const told: Garage = {
      ...larchHollow,
      evses: larchHollow.evses.map((u) => ({ ...u, spec: { ...u.spec, howSet: "hold the button" } })),
    };
    rerender(<Verdict charging={chargingFor(told, "lh-path-siskin-barn")} />);
    expect(container.textContent).toContain("is set to 10 A on one phase (hold the button). Untouched");
    rerender(<Verdict charging={chargingFor(fallowQuay, "fq-path-ferry")} />);
    expect(container.textContent).toContain("The rapid station is the narrowest link");
    expect(container.textContent).toContain("its power cap binds");
  });

  test.each([
    ["phases", 1, 3, "; it supplies one phase; your car could use three"],
    ["phases", 2, 3, "; it supplies two phases; your car could use three"],
    ["phases", 1, 2, "; it supplies one phase; your car could use two"],
    ["cap", 1, 3, "; its power cap binds before its amps do"],
    ["amps", 1, 3, ""],
    ["holds", 1, 3, ""],
  ] as const)("why it is the narrowest: %s, %i of %i phases", (because, supplied, usable, said) => {
    expect(becauseText(because, supplied, usable)).toBe(said);
  });

  test("what is overdrawn is said", () => {
    const garage: Garage = {
      ...fallowQuay,
      evses: fallowQuay.evses.map((u) =>
        u.id === "fq-small-portable"
          ? { ...u, spec: { ...u.spec, maxAmps: 13, steps: [], knowsPlugs: false } as typeof u.spec }
          : u,
      ),
    };
    const { container } = render(<Verdict charging={chargingFor(garage, "fq-path-plover-night")} />);
    expect(container.textContent).toContain("The outlet should hold no more than 10 A");
  });

  test("stops stand open and can be acknowledged, never closed", () => {
    const { cautions } = chargingFor(fallowQuay, "fq-path-reel");
    const draft = draftFor(fallowQuay, "fq-path-reel");
    const seen = jest.fn<void, [Draft]>();
    render(
      <>
        <Stops cautions={cautions} acknowledged={[]} />
        <Cautions cautions={cautions} draft={draft} currency="EUR" onChange={seen} />
      </>,
    );
    expect(screen.getByRole("alert").textContent).toContain("Stop. The garden reel is used coiled.");
    fireEvent.click(screen.getByLabelText("Acknowledge lead-coiled"));
    expect(seen.mock.lastCall![0].acknowledged).toEqual(["lead-coiled"]);
  });

  test("a way out is told with its usual cost in the household's own money", () => {
    const draft = draftFor(fallowQuay, "fq-path-reel");
    const caution = {
      code: "no-earth",
      severity: "stop",
      what: "NEMA 10-30 has no earth pin.",
      why: "",
      todo: "",
      waysOut: [{ what: "An electrician puts a 14-30 in", euros: [200, 400] }],
    } as const;
    render(<Cautions cautions={[caution]} draft={draft} currency="USD" onChange={jest.fn()} />);
    // A euro is about 1.1 dollars.
    expect(within(screen.getByRole("list", { name: "Ways out" })).getByRole("listitem").textContent).toBe(
      "An electrician puts a 14-30 in: usually $220 to $440.",
    );
  });

  test("a working shows its formula, its numbers and the sources of its constants", () => {
    const close = jest.fn();
    const working = {
      title: "Cost",
      steps: [
        {
          what: "Energy at the price",
          formula: "k = q·p",
          terms: [
            { symbol: "q", name: "energy", value: 12.34567891, unit: "kWh" },
            {
              symbol: "p",
              name: "price",
              value: 0.3,
              unit: "EUR/kWh",
              source: { mark: "U" as const, name: "tariff" },
            },
          ],
          result: { symbol: "k", name: "cost", value: 3.703703673, unit: "EUR" },
        },
      ],
      notes: ["A note."],
    };
    const { container } = render(<WorkingPanel working={working} onClose={close} />);
    expect(container.textContent).toContain("k = q·p = 3.704 EUR");
    expect(container.textContent).toContain("12.34568 kWh");
    expect(container.textContent).toContain("tariff (stated)");
    fireEvent.click(screen.getByRole("button", { name: "Close" }));
    expect(close).toHaveBeenCalled();
  });
});
