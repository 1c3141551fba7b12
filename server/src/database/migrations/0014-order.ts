import { Migration } from "@mikro-orm/migrations";

const TABLES = [
  ...["car", "place", "outlet", "evse", "cable", "lead", "adapter", "tariff", "fuel_car"],
  ...["charge_point", "device", "known_post", "saved_path", "line_up", "installation"],
];

/** Things in the order they were made, so that a household of any size is read in it without sorting. */
export class M0014Order extends Migration {
  override up(): void {
    for (const table of TABLES)
      this.addSql(
        `create index \`${table}_order_index\` on \`${table}\` (\`household_id\`, \`created_at\`, \`id\`);`,
      );
  }
}
