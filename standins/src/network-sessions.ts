import type { SimulatedCar } from "./simulated-car";
import type { DemoNetwork } from "@kettleback/core/demo";

/** How far a network lags: what it tells of a session is of the last full step (ms of its own time). */
const TOLD_EVERY_MS = 5 * 60_000;
/** How long after its end a session's bill is there (ms of its own time). */
const BILLED_AFTER_MS = 10 * 60_000;
/** Steps in which a car charges, so that its end is known to the quarter of a minute (ms). */
const STEP_MS = 15_000;

/** A figure of a session at a moment. */
interface Told {
  readonly at: number;
  readonly kwh: number;
  readonly soc: number;
}

/** A session of the token's owner at a point of a network. */
interface OwnSession {
  readonly id: string;
  readonly uid: string;
  readonly car: SimulatedCar;
  readonly began: number;
  steppedTo: number;
  wh: number;
  ended: number | null;
  /** What was told of it, step by step. */
  readonly told: Told[];
}

const momentOf = (ms: number): string => `${new Date(Math.round(ms)).toISOString().slice(0, 19)}Z`;
const cents = (amount: number): number => Math.round(amount * 100) / 100;

interface PriceComponent {
  readonly type: string;
  readonly price: number;
}

/** Sessions and bills of one's own at a public network (OCPI 2.2.1 Session and CDR objects): it tells late. */
export class NetworkSessions {
  private readonly all: OwnSession[] = [];

  constructor(
    private readonly network: DemoNetwork,
    /** Cars that may be plugged in, by the point at which. */
    private readonly cars: ReadonlyMap<string, SimulatedCar>,
  ) {}

  /** Points at which a car may be plugged in. */
  get points(): readonly string[] {
    return [...this.cars.keys()];
  }

  /** Whether something charges at a point. */
  chargesAt(uid: string, now: number): boolean {
    this.step(now);
    return this.all.some((session) => session.uid === uid && session.ended === null);
  }

  /** The car that charges now; null where none does. */
  carNow(now: number): SimulatedCar | null {
    this.step(now);
    return this.all.find(({ ended }) => ended === null)?.car ?? null;
  }

  /** A car is plugged in, with some charge, and begins. */
  begin(uid: string, now: number, soc?: number): void {
    const car = this.cars.get(uid)!;
    this.end(uid, now);
    if (soc !== undefined) car.arrives(soc);
    this.all.push({
      id: `S-${1_000 + this.all.length}`,
      uid,
      car,
      began: now,
      steppedTo: now,
      wh: 0,
      ended: null,
      told: [{ at: now, kwh: 0, soc: car.soc }],
    });
  }

  /** It is unplugged. */
  end(uid: string, now: number): void {
    this.step(now);
    for (const session of this.all)
      if (session.uid === uid && session.ended === null) this.over(session, now);
  }

  private over(session: OwnSession, at: number): void {
    session.ended = at;
    session.told.push({ at, kwh: session.wh / 1000, soc: session.car.soc });
  }

  /** Charges what goes on up to now; a session ends once its car takes nothing more. */
  private step(now: number): void {
    for (const session of this.all)
      while (session.ended === null && session.steppedTo < now) {
        const to = Math.min(now, session.steppedTo + STEP_MS);
        const { wh, flowing } = session.car.charge((to - session.steppedTo) / 1000, Infinity, {});
        session.wh += wh;
        session.steppedTo = to;
        if (to - session.told.at(-1)!.at >= TOLD_EVERY_MS)
          session.told.push({ at: to, kwh: session.wh / 1000, soc: session.car.soc });
        if (flowing.watts === 0) this.over(session, to);
      }
  }

  private common({ uid, began }: OwnSession) {
    return {
      country_code: "ZZ",
      party_id: this.network.party,
      start_date_time: momentOf(began),
      cdr_token: {
        country_code: "ZZ",
        party_id: "KBK",
        uid: "otter-7",
        type: "RFID",
        contract_id: "ZZ-KBK-C00000007",
      },
      auth_method: "WHITELIST",
      currency: this.network.currency,
      connector: { uid, id: "1" },
    };
  }

  private period(session: OwnSession, { kwh, soc }: Told) {
    return [
      {
        start_date_time: momentOf(session.began),
        dimensions: [
          { type: "ENERGY", volume: Number(kwh.toFixed(4)) },
          { type: "STATE_OF_CHARGE", volume: Math.round(soc * 100) },
        ],
      },
    ];
  }

  /** Sessions as the network tells them by now, those changed since a moment. */
  sessions(now: number, since: number): object[] {
    this.step(now);
    return this.all.flatMap((session) => {
      const told = session.told.at(-1)!;
      if (told.at < since) return [];
      const { connector, ...common } = this.common(session);
      return [
        {
          ...common,
          id: session.id,
          ...(session.ended === null ? {} : { end_date_time: momentOf(session.ended) }),
          kwh: Number(told.kwh.toFixed(4)),
          location_id: connector.uid.replace(/-\d+$/, ""),
          evse_uid: connector.uid,
          connector_id: connector.id,
          charging_periods: this.period(session, told),
          status: session.ended === null ? "ACTIVE" : "COMPLETED",
          last_updated: momentOf(told.at),
        },
      ];
    });
  }

  /** The bills that are there by now, of sessions that ended since a moment. */
  cdrs(now: number, since: number): object[] {
    this.step(now);
    return this.all.flatMap((session) =>
      session.ended === null || now < session.ended + BILLED_AFTER_MS || session.ended < since
        ? []
        : [this.cdr(session, session.ended)],
    );
  }

  private cdr(session: OwnSession, ended: number): object {
    const { connector, ...common } = this.common(session);
    const last = session.told.at(-1)!;
    const id = connector.uid.replace(/-\d+$/, "");
    const { name, address, points } = this.network.locations.find((location) => location.id === id)!;
    const [, , plug] = points[Number(connector.uid.slice(id.length + 1)) - 1]!;
    const [standard, format, power, , , , tariff] = this.network.plugs[plug!]!;
    const hours = (ended - session.began) / 3_600_000;
    return {
      ...common,
      id: session.id.replace("S", "C"),
      end_date_time: momentOf(ended),
      session_id: session.id,
      cdr_location: {
        id,
        name,
        address,
        city: "",
        country: this.network.country,
        coordinates: { latitude: this.network.at.lat.toFixed(6), longitude: this.network.at.lon.toFixed(6) },
        evse_uid: connector.uid,
        evse_id: `ZZ*${this.network.party}*E${connector.uid}`,
        connector_id: connector.id,
        connector_standard: standard,
        connector_format: format,
        connector_power_type: power,
      },
      charging_periods: [
        this.period(session, session.told[0]!)[0],
        { ...this.period(session, last)[0], start_date_time: momentOf(session.began + 1_000) },
      ],
      total_cost: { excl_vat: this.costOf(tariff, last.kwh, hours) },
      total_energy: Number(last.kwh.toFixed(4)),
      total_time: Number(hours.toFixed(4)),
      last_updated: momentOf(ended + BILLED_AFTER_MS),
    };
  }

  /** By a tariff's first element alone: those at whose points a car may be plugged in have no others, and no hours. */
  private costOf(id: string, kwh: number, hours: number): number {
    const tariff = this.network.tariffs.find((one) => (one as { id: string }).id === id) as {
      elements: readonly { readonly price_components: readonly PriceComponent[] }[];
    };
    const amounts: Readonly<Record<string, number>> = { FLAT: 1, ENERGY: kwh, TIME: hours };
    return cents(
      tariff.elements[0]!.price_components.reduce(
        (sum, { type, price }) => sum + price * (amounts[type] ?? 0),
        0,
      ),
    );
  }
}
