import { spawn, type ChildProcess } from "node:child_process";
import { join } from "node:path";
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, type Application } from "./application";

/** The address of what a household keeps in the demo. */
export const HOME = "/api/households/fallow-quay";

/** The demo's simulated devices, the charge point among them, beside an application. */
export class StandIns {
  private constructor(
    private readonly child: ChildProcess,
    readonly address: string,
    /** Where its broker takes connections. */
    readonly mqtt: string,
  ) {}

  /** Starts them on ports that are free. @param app whose central system the charge point looks for; none where left out */
  static async start(app?: Application): Promise<StandIns> {
    const child = spawn(process.execPath, ["standins/dist/main.mjs"], {
      cwd: join(import.meta.dirname, ".."),
      env: {
        ...process.env,
        STANDINS_PORT: "0",
        STANDINS_MQTT_PORT: "0",
        ...(app ? { STANDINS_CENTRAL: `${app.address.replace(/^http/, "ws")}/ocpp` } : {}),
      },
      stdio: ["ignore", "pipe", "inherit"],
    });
    const [address, mqtt] = await new Promise<[string, string]>((resolve, reject) => {
      child.stdout.on("data", (text: Buffer) => {
        const found = /(http:\/\/[^\s/]+).*(mqtt:\/\/\S+)/.exec(text.toString());
        if (found) resolve([found[1]!, found[2]!]);
      });
      child.once("exit", (code) => reject(new Error(`the stand-ins stopped with ${code}`)));
    });
    return new StandIns(child, address, mqtt);
  }

  async set(at: string, body: object): Promise<void> {
    const response = await fetch(`${this.address}/${at}`, {
      method: "PUT",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    expect(response.status).toBe(200);
  }

  /** What one of them tells. */
  async reading<T>(name: string): Promise<T> {
    return (await fetch(`${this.address}/${name}/reading`)).json() as Promise<T>;
  }

  /** What the charge point itself shows. */
  async post(): Promise<{ registerWh: number; status: string; transaction: number | null; kept: number }> {
    return this.reading("hall-post");
  }

  end(): void {
    this.child.kill();
  }
}

/** What an accessibility scan finds wrong on a page, by day and at dusk. */
export async function faults(page: Page): Promise<string[]> {
  const found: string[] = [];
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
    const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).analyze();
    found.push(
      ...violations.map(
        (v) => `${colorScheme} ${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`,
      ),
    );
  }
  return found;
}

/** Watt-hours as the pages write them: halves are rounded up, which toFixed does not always do. */
export const shownKWh = (wh: number): string =>
  new Intl.NumberFormat("en-GB", { minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(wh / 1000);
