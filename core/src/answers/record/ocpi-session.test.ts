import { networkBill, networkSessions, ownAmong, type NetworkSession } from ".";

const AT = "2026-11-23T18:10:00Z";
const ms = Date.parse(AT);
const told = (change: object = {}) => ({
  country_code: "ZZ",
  party_id: "ISL",
  id: "S-7",
  start_date_time: AT,
  kwh: 12.5,
  status: "ACTIVE",
  last_updated: "2026-11-23T18:25:00Z",
  ...change,
});
const cdr = (change: object = {}) => ({
  country_code: "ZZ",
  party_id: "ISL",
  id: "C-7",
  session_id: "S-7",
  start_date_time: AT,
  end_date_time: "2026-11-23T18:40:00Z",
  currency: "EUR",
  cdr_location: { name: "Ferry terminal", connector_power_type: "DC" },
  total_energy: 21.25,
  total_cost: { excl_vat: 12, incl_vat: 14.1 },
  charging_periods: [],
  ...change,
});

describe("sessions a network tells of", () => {
  test("what it had counted by when, and the charge last told of", () => {
    const period = (volume: number) => ({ dimensions: [{ type: "STATE_OF_CHARGE", volume }] });
    expect(networkSessions([told({ charging_periods: [period(10), period(42)] })])).toEqual([
      {
        id: "S-7",
        key: "ZZ*ISL*S-7",
        beginMs: ms,
        endMs: null,
        wallWh: 12_500,
        soc: 0.42,
        atMs: ms + 15 * 60_000,
      },
    ]);
  });

  test("it is over once it is completed and says when; a date without a zone is in universal time", () => {
    const ends = (change: object) => networkSessions([told(change)])[0]!.endMs;
    const end_date_time = "2026-11-23T18:40:00";
    expect(ends({ status: "COMPLETED", end_date_time })).toBe(ms + 30 * 60_000);
    expect(ends({ status: "ACTIVE", end_date_time })).toBeNull();
    expect(ends({ status: "COMPLETED" })).toBeNull();
  });

  test("what cannot be read, and what comes to nothing, is left out", () => {
    expect(
      networkSessions([
        null,
        7,
        told({ kwh: "12" }),
        told({ kwh: -1 }),
        told({ start_date_time: "yesterday" }),
        told({ status: "INVALID" }),
        told({ status: "RESERVATION" }),
        told({ id: "S-8" }),
      ]).map(({ id }) => id),
    ).toEqual(["S-8"]);
  });
});

describe("which of them is one's own", () => {
  const at = (id: string, minutes: number): NetworkSession => ({
    ...networkSessions([told({ id })])[0]!,
    beginMs: ms + minutes * 60_000,
  });
  test("the one that began nearest to it, before or after, within twenty minutes", () => {
    const all = [at("a", -19), at("b", 4), at("c", -3), at("d", 60)];
    expect(ownAmong(all, ms)!.id).toBe("c");
    expect(ownAmong(all, ms + 4 * 60_000)!.id).toBe("b");
    expect(ownAmong(all, ms + 30 * 60_000)).toBeNull();
    expect(ownAmong(all, ms + 30 * 60_000, Infinity)!.id).toBe("b");
    expect(ownAmong([at("a", 20)], ms)!.id).toBe("a");
    expect(ownAmong([at("a", 20.1)], ms)).toBeNull();
  });
});

describe("its bill", () => {
  const session = networkSessions([told()])[0]!;
  test("is known by the session it names; what it says is the session's", () => {
    const found = networkBill([cdr({ session_id: "S-6", id: "C-6" }), cdr()], session, "EUR");
    expect(found).toMatchObject({
      bill: { key: "ZZ*ISL*C-7", wallWh: 21_250, paid: 14.1, end: "2026-11-23T18:40:00.000Z", current: "DC" },
    });
  });
  test("where it names none, by when it began; one that names another is another's", () => {
    const unnamed = cdr({ session_id: undefined });
    expect(networkBill([unnamed], session, "EUR")).toMatchObject({ bill: { key: "ZZ*ISL*C-7" } });
    expect(networkBill([{ ...unnamed, start_date_time: "2026-11-23T18:10:02Z" }], session, "EUR")).toBeNull();
    expect(networkBill([cdr({ session_id: "S-8" })], session, "EUR")).toBeNull();
    expect(networkBill([null, 7, "x"], session, "EUR")).toBeNull();
  });
  test("in another currency, or unreadable, it is not taken, and why is said", () => {
    expect(networkBill([cdr({ currency: "GBP" })], session, "EUR")).toEqual({
      problem: "currency: this household counts in EUR, the record in GBP: currencies are never mixed",
    });
    expect(networkBill([cdr({ total_energy: "much" })], session, "EUR")).toEqual({
      problem: "total_energy: needed: total_energy in kWh",
    });
  });
});
