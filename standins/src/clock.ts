/** The fastest a stand-in's time may run: a day in 24 s. */
export const MOST_SPEED = 3600;

/** A clock of its own: it runs so many times as fast as the real one, and may be sped up, slowed down or stopped. */
export class SimulatedClock {
  private from: number;
  private at: number;
  private speed = 1;

  /**
   * @param real milliseconds since 1970 of the real clock
   * @param start what the simulated one shows to begin with
   */
  constructor(
    private readonly real: () => number = Date.now,
    start = real(),
  ) {
    this.from = real();
    this.at = start;
  }

  /** Milliseconds since 1970, as the stand-ins see it. */
  now(): number {
    return this.at + (this.real() - this.from) * this.speed;
  }

  /** How many times as fast as the real clock it runs. */
  get pace(): number {
    return this.speed;
  }

  /** Runs at another pace from now on; what has passed stays passed. */
  setPace(speed: number): void {
    this.at = this.now();
    this.from = this.real();
    this.speed = speed;
  }
}
