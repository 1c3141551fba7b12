import { Migration } from "@mikro-orm/migrations";

const COLUMNS = ["amps2", "amps3", "pack_c", "plug_c", "outside_c", "counter_wh"];

/** Readings of each line, of temperatures and of a counter; those that were there have none. */
export class M0009LanesAndTemperatures extends Migration {
  override up(): void {
    for (const column of COLUMNS) this.addSql(`alter table \`sample\` add column \`${column}\` double null;`);
  }
}
