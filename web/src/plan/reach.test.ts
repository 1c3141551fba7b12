import {
  asTold,
  distanceOf,
  forCar,
  shareOf,
  USUAL_DAY_KM,
  fromUsual,
  withStart,
  withTarget,
  type Reach,
} from "./reach";

// 38 kWh and 152 Wh/km: 250 km.
const km: Reach = { usableWh: 38_000, whPerKm: 152, unit: "km" };
const miles: Reach = { ...km, unit: "mi" };
const percent = { start: "percent", target: "percent" } as const;
const round = ({ fromSoc, toSoc }: { fromSoc: number; toSoc: number }) => [
  fromSoc.toFixed(4),
  toSoc.toFixed(4),
];

test("a share of the battery is a distance and back, in km and in miles", () => {
  expect(distanceOf(0.4, km)).toBeCloseTo(100, 9);
  expect(distanceOf(0.4, miles)).toBeCloseTo(62.1371, 3);
  expect(shareOf(100, km)).toBeCloseTo(0.4, 9);
  expect(shareOf(62.1371192, miles)).toBeCloseTo(0.4, 6);
});

test("32 km more stay 32 km more when the start is another, up to a full battery; a target stays a target", () => {
  const span = { fromSoc: 0.2, toSoc: 0.2 + shareOf(32, km) };
  expect(round(withStart(span, 0.5, "more"))).toEqual(["0.5000", "0.6280"]);
  expect(round(withStart(span, 0.95, "more"))).toEqual(["0.9500", "1.0000"]);
  expect(round(withStart(span, 0.5, "percent"))).toEqual(["0.5000", "0.3280"]);
});

test("a usual evening is a usual day's drive below the target, in any unit, and follows it", () => {
  expect(USUAL_DAY_KM).toBe(30);
  const span = { fromSoc: 0.1, toSoc: 0.9 };
  expect(round(fromUsual(span, "percent", km))).toEqual(["0.7800", "0.9000"]);
  expect(round(fromUsual(span, "percent", miles))).toEqual(["0.7800", "0.9000"]);
  expect(fromUsual({ fromSoc: 0.1, toSoc: 0.05 }, "range", km).fromSoc).toBe(0);
  const unknown = { start: "unknown", target: "percent" } as const;
  expect(round(withTarget(span, 0.8, unknown, km))).toEqual(["0.6800", "0.8000"]);
  expect(round(withTarget(span, 0.8, percent, km))).toEqual(["0.1000", "0.8000"]);
});

test("32 km more from an unknown start are 32 km more than a usual evening leaves of a usual charge", () => {
  const more = { fromSoc: 0.2, toSoc: 0.2 + shareOf(32, km) };
  expect(round(fromUsual(more, "more", km))).toEqual(["0.6800", "0.8080"]);
  expect(
    round(withTarget({ fromSoc: 0.68, toSoc: 0.808 }, 0.9, { start: "unknown", target: "more" }, km)),
  ).toEqual(["0.6800", "0.9000"]);
});

test("a start that is no usual evening's is told as known, whatever was last said of another", () => {
  const unknown = { start: "unknown", target: "percent" } as const;
  expect(asTold({ fromSoc: 0.78, toSoc: 0.9 }, unknown, km).start).toBe("unknown");
  expect(asTold({ fromSoc: 0.2, toSoc: 0.9 }, unknown, km).start).toBe("percent");
  expect(asTold({ fromSoc: 0.68, toSoc: 0.95 }, { start: "unknown", target: "more" }, km).start).toBe(
    "unknown",
  );
  expect(asTold({ fromSoc: 0.2, toSoc: 0.9 }, { start: "range", target: "percent" }, km).start).toBe("range");
  // A target being typed has none yet: nothing changes under the hand.
  expect(asTold({ fromSoc: 0.78, toSoc: Number.NaN }, unknown, km).start).toBe("unknown");
});

test("while a figure is empty the other stays what it was", () => {
  const span = { fromSoc: 0.2, toSoc: 0.328 };
  expect(withStart(span, Number.NaN, "more").toSoc).toBe(0.328);
  expect(withStart({ fromSoc: Number.NaN, toSoc: 0.328 }, 0.3, "more")).toEqual({
    fromSoc: 0.3,
    toSoc: 0.328,
  });
  const unknown = { start: "unknown", target: "percent" } as const;
  expect(withTarget({ fromSoc: 0.78, toSoc: 0.9 }, Number.NaN, unknown, km).fromSoc).toBe(0.78);
});

test("with another car per cents stay per cents and distances stay distances", () => {
  // 76 kWh and 190 Wh/km: 400 km.
  const other: Reach = { usableWh: 76_000, whPerKm: 190, unit: "km" };
  const span = { fromSoc: 0.2, toSoc: 0.6 };
  expect(round(forCar(span, km, other, percent))).toEqual(["0.2000", "0.6000"]);
  // 50 km left, 150 km in it, or 100 km more.
  expect(round(forCar(span, km, other, { start: "range", target: "range" }))).toEqual(["0.1250", "0.3750"]);
  expect(round(forCar(span, km, other, { start: "percent", target: "more" }))).toEqual(["0.2000", "0.4500"]);
  expect(round(forCar(span, other, km, { start: "percent", target: "range" }))).toEqual(["0.2000", "0.9600"]);
  expect(
    round(forCar({ fromSoc: 0.2, toSoc: 0.9 }, other, km, { start: "percent", target: "range" }))[1],
  ).toBe("1.0000");
});
