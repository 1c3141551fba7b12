/** A membership: a fee a month, the share it takes off, and what is paid without it. */
export interface Membership {
  readonly monthlyFee: number;
  readonly discount: number;
  /** Currency units a kWh before the discount. */
  readonly perKWh: number;
}

/** What a membership comes to in one month. */
export interface Month {
  readonly kWh: number;
  readonly without: number;
  readonly with: number;
  readonly pays: boolean;
}

/**
 * The kWh a month at which a membership has paid its fee; null where it takes nothing off.
 * @example paysFromKWh({ monthlyFee: 9, discount: 0.15, perKWh: 0.6 }) // 100
 */
export const paysFromKWh = ({ monthlyFee, discount, perKWh }: Membership): number | null =>
  discount * perKWh > 0 ? monthlyFee / (discount * perKWh) : null;

/**
 * One's own months on a membership.
 * @example monthsOn({ monthlyFee: 9, discount: 0.15, perKWh: 0.6 }, [80])
 */
export const monthsOn = ({ monthlyFee, discount, perKWh }: Membership, months: readonly number[]): Month[] =>
  months.map((kWh) => {
    const without = kWh * perKWh;
    const joined = monthlyFee + without * (1 - discount);
    return { kWh, without, with: joined, pays: joined < without };
  });
