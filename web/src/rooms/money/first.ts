import {
  amountOf,
  everywhereOf,
  isRefusal,
  openLineup,
  PUBLIC_PRICE,
  solvePlan,
  START_SETS,
  startLineup,
  usualPrice,
  usualRate,
  wayOfEntry,
  worldOf,
  type Garage,
  type Offer,
  type Plan,
  type Tariff,
  USUAL_OUTLAYS,
  USUAL_KM_A_YEAR,
  USUAL_REMEDIES,
  USUAL_FUEL,
  USUAL_MEMBERSHIP,
  perLitre,
} from "@kettleback/core";
import type { Charging } from "../../jobs/answer";
import { pathOfDraft } from "../../stores/draft";
import type { MoneyDraft } from "../../stores/money";

const cents = (n: number): number => Math.round(n * 100) / 100;

/** What 100 km cost where somebody else's meter runs and is paid for; undefined where the household knows no such place. */
function elsewhere(offers: readonly Offer[]): number | undefined {
  const paid = offers.flatMap(({ charging }) =>
    charging && charging.per100Km > 0 && ["post", "rapid"].includes(charging.plan.evse.kind)
      ? [charging.per100Km]
      : [],
  );
  return paid.length > 0 ? Math.min(...paid) : undefined;
}

/** What a tariff asks for a kWh first, before any bands; undefined where energy has no price of its own. */
export const energyPriceOf = ({ elements }: Tariff): number | undefined =>
  elements.flatMap((e) => e.price_components).find(({ type }) => type === "ENERGY")?.price;

/** A day's drive where nobody has said one. */
const USUAL_KM_A_DAY = 40;

/** Whether a tariff looks like one for a home: paid by the kWh alone, not free, and nobody's member. */
const isForHome = ({ elements, kettleback }: Tariff): boolean =>
  !kettleback?.membership &&
  elements.every(({ price_components }) => price_components.every(({ type }) => type === "ENERGY")) &&
  (kettleback?.hourly !== undefined ||
    elements.some(({ price_components }) => price_components.some(({ price }) => price > 0)));

/** A membership to start from: that of the tariff the path is paid at away from home, or else of the first that has one. */
function memberOf(garage: Garage, { tariff, evse }: Plan): Omit<MoneyDraft["member"], "months"> {
  const away = ["post", "rapid"].includes(evse.kind);
  const offer = away ? tariff : garage.tariffs.find(({ spec }) => spec.kettleback?.membership)?.spec;
  const { monthly_fee, discount } = offer?.kettleback?.membership ?? {};
  return {
    fee: monthly_fee ?? USUAL_MEMBERSHIP.fee,
    discount: discount ?? USUAL_MEMBERSHIP.discount,
    perKWh: (offer && energyPriceOf(offer)) ?? USUAL_MEMBERSHIP.perKWh,
  };
}

/** The plain wallbox of this household's world, solved for the car and session in view: what 100 km cost on it. */
function wallboxOf(
  garage: Garage,
  plan: Plan,
  carId: string,
  otherwise: number,
): { readonly name: string; readonly per100Km: number } {
  const system = worldOf(garage);
  const entry = START_SETS[system].find(
    (way) => way.at === "wired" && way.kind === "wallbox" && way.phases === 1 && way.amps >= 30,
  );
  const way =
    entry &&
    openLineup(garage, {
      ...startLineup(garage, plan.session),
      ways: [wayOfEntry(garage, carId, entry, system)],
    }).ways[0]?.way;
  const solution = way && solvePlan({ ...plan, ...way, name: plan.name });
  if (!entry || !solution || isRefusal(solution)) return { name: "a wallbox", per100Km: otherwise };
  const km = ((solution.endSoc - solution.start.soc) * solution.circuit.pack.usableWh) / plan.car.whPerKm;
  return { name: entry.name, per100Km: cents((100 * amountOf(solution.bill.total)) / km) };
}

/** What the money questions start from: the path in view, the household's own prices, usual figures for the rest. */
export function firstMoney(
  garage: Garage,
  { plan, solution, draft }: Charging & { readonly draft: Parameters<typeof pathOfDraft>[0] },
): MoneyDraft {
  const { currency, distanceUnit } = garage.household.spec;
  const { ledger, bill, moment, endSoc, start, circuit } = solution;
  const total = amountOf(bill.total);
  const perKWh = cents(ledger.wall > 0 ? total / (ledger.wall / 1000) : 0);
  const km = ((endSoc - start.soc) * circuit.pack.usableWh) / plan.car.whPerKm;
  const wallWhPerKm = Math.round(ledger.wall / km);
  const per100Km = cents((100 * total) / km);
  const price = (euros: number) => usualPrice(euros, currency);
  const offers = everywhereOf(garage, pathOfDraft(draft));
  const gallons = distanceUnit === "mi";
  const volts = solution.circuit.current === "AC" ? Math.round(moment.flow.way.volts) : 230;
  return {
    lead: {
      by: "meters",
      ohms: 0.52,
      nearW: 2240,
      farW: 2190,
      gauge: "1.5 mm2",
      amps: Math.round((2240 / volts) * 10) / 10,
      volts,
      lengthM: 25,
      hours: 9,
      sessions: 140,
      perKWh,
      thicker: "6 mm2",
      thickerPrice: price(USUAL_REMEDIES.thicker),
      outletPrice: price(USUAL_REMEDIES.outlet),
      wallboxPrice: price(USUAL_REMEDIES.wallbox),
      wallboxW: 7_000,
    },
    fuel: {
      price: cents(gallons ? USUAL_FUEL.litreWhereByGallon / perLitre(1, "a US gallon") : USUAL_FUEL.litre),
      priceUnit: gallons ? "a US gallon" : "a litre",
      uses: gallons ? 32 : 6.5,
      usesUnit: gallons ? "mpg (US)" : "l/100 km",
      perKWh,
      wallWhPerKm,
    },
    payback: {
      kmAYear: USUAL_KM_A_YEAR,
      years: 8,
      elsewhere: cents(
        elsewhere(offers) ?? (usualRate(PUBLIC_PRICE.post, currency) * wallWhPerKm * 100) / 1000,
      ),
      now: { name: plan.name, per100Km, aYear: 0, share: 0.7 },
      then: { ...wallboxOf(garage, plan, draft.carId, per100Km), aYear: 0, share: 0.95 },
      items: USUAL_OUTLAYS.map(({ what, low, high, sign }) => ({
        what,
        sign,
        cost: { low: price(low), high: price(high) },
      })),
    },
    home: {
      kmADay: USUAL_KM_A_DAY,
      tariffs: garage.tariffs.filter(({ spec }) => isForHome(spec)).map(({ id }) => id),
      house: { day: 0, evening: 0, night: 0 },
    },
    member: {
      ...memberOf(garage, plan),
      months: Array.from({ length: 12 }, (_, i) => Math.round(20 + 15 * Math.cos((i / 12) * 2 * Math.PI))),
    },
  };
}
