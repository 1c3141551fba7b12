/** Limits a benchmark is held to: broken ones are named, and fail it. */
export class Limits {
  private readonly broken: string[] = [];

  atLeast(what: string, is: number, least: number): void {
    if (is < least) this.broken.push(`${what}: ${is.toFixed(2)}, at least ${least} is asked`);
  }

  atMost(what: string, is: number, most: number): void {
    if (is > most) this.broken.push(`${what}: ${is.toPrecision(3)}, at most ${most} is asked`);
  }

  /** Says which limits are broken, and fails the process where any is. */
  report(): void {
    for (const line of this.broken) console.error(`BROKEN  ${line}`);
    if (this.broken.length > 0) process.exitCode = 1;
  }
}
