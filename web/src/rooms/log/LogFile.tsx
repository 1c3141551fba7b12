import { LOG_FORMAT, logTable, printLog, SPEC_VERSION, type Logged } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { sayTrouble } from "../../stores/notices";
import { readingsOf } from "./readings";
import type { ViewProps } from "./view";

/** A year of the log as a file: a table for a spreadsheet, or the open document with plans and readings. */
export function LogFile({ garage, year, kept, log }: ViewProps) {
  const { id, spec: household } = garage.household;
  const name = `log-${year}`;
  const takeOut = async () => {
    const named = new Map(log.rows.map((row) => [row.id, row]));
    const sessions: Logged[] = [];
    for (const row of [...kept].sort((a, b) => Date.parse(a.spec.begin) - Date.parse(b.spec.begin))) {
      const line = named.get(row.id);
      if (!line) continue;
      const samples = await readingsOf(id, row);
      sessions.push({
        car: line.car,
        place: line.place,
        spec: { ...row.spec, carId: null, placeId: null },
        samples,
      });
    }
    const document = {
      format: LOG_FORMAT,
      version: SPEC_VERSION,
      name: `${household.name}, ${year}`,
      household,
      sessions,
    };
    saveAs(`${name}.json`, printLog(document as Parameters<typeof printLog>[0]), "application/json");
  };
  return (
    <>
      <Button
        quiet
        disabled={log.rows.length === 0}
        onClick={() => saveAs(`${name}.csv`, logTable(log.rows), "text/csv")}
      >
        Table (CSV)
      </Button>
      <Button quiet disabled={log.rows.length === 0} asks={() => takeOut().catch(sayTrouble)}>
        File (JSON)
      </Button>
      <Button quiet onClick={() => window.print()}>
        Print
      </Button>
    </>
  );
}
