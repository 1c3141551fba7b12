import { expect, testAlone } from "./application";
import { StandIns } from "./stand-ins";

interface Reading {
  readonly at: string;
  readonly watts: number;
  readonly volts: number;
  readonly amps: number;
  readonly totalWh: number;
}

testAlone(
  "an hour at the simulated meter becomes a recorded session within seconds",
  async ({ app, request }) => {
    const meter = await StandIns.start();
    try {
      const put = (path: string, data: object) => request.put(`${meter.address}${path}`, { data });
      const read = async () =>
        (await (await request.get(`${meter.address}/power-meter/reading`)).json()) as Reading;
      const sessions = `${app.address}/api/households/fallow-quay/sessions`;

      await put("/power-meter/load", { watts: 2294 });
      await put("/clock", { speed: 1800 });
      const first = await read();
      const begun = await request.post(sessions, {
        data: { spec: { name: "Simulated", begin: first.at, source: "power meter", key: first.at } },
      });
      const { id, version, spec } = (await begun.json()) as { id: string; version: number; spec: object };

      const readings = [first];
      while (Date.parse(readings.at(-1)!.at) - Date.parse(first.at) < 3_600_000) {
        await new Promise((resolve) => setTimeout(resolve, 200));
        readings.push(await read());
      }
      const last = readings.at(-1)!;
      const samples = readings.map(({ at, watts, amps, volts }) => [
        Date.parse(at),
        watts,
        amps,
        volts,
        null,
      ]);
      const added = await request.post(`${sessions}/${id}/samples`, { data: { samples } });
      expect(await added.json()).toEqual({ added: readings.length });
      const wallWh = last.totalWh - first.totalWh;
      await request.put(`${sessions}/${id}`, { data: { version, spec: { ...spec, end: last.at, wallWh } } });

      const [from, to] = [Date.parse(first.at), Date.parse(last.at) + 1];
      const buckets = (await (
        await request.get(`${sessions}/${id}/buckets`, { params: { from, to, buckets: 1 } })
      ).json()) as { count: number; of: { watts: { mean: number } } }[];
      expect(buckets).toMatchObject([{ count: readings.length, of: { watts: { mean: 2300 } } }]);
      // Energy on its counter is the power it showed over the time it showed.
      const hours = (Date.parse(last.at) - from) / 3_600_000;
      expect(wallWh).toBeCloseTo(2300 * hours, 0);
      const page = (await (
        await request.get(sessions, { params: { from: first.at, to: new Date(to).toISOString() } })
      ).json()) as { rows: { spec: { wallWh: number } }[] };
      expect(page.rows.map((row) => row.spec.wallWh)).toEqual([wallWh]);

      // A device that fails says nothing that could be taken for a reading.
      await put("/power-meter/fault", { fault: "garbled" });
      await expect(read()).rejects.toThrow();
    } finally {
      meter.end();
    }
  },
);
