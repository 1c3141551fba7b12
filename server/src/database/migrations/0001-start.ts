import { Migration } from "@mikro-orm/migrations";

const COLUMNS =
  "`id` text not null, `version` integer not null default 1, `spec` json not null, " +
  "`created_at` datetime not null, `updated_at` datetime not null";

/** Each kind's table, parents first, with the table its rows may belong to. */
const TABLES: readonly (readonly [name: string, parent?: string])[] = [
  ["car"],
  ["tariff"],
  ["place", "tariff"],
  ["outlet", "place"],
  ["unit", "outlet"],
  ["cable"],
  ["lead"],
  ["adapter"],
  ["saved_path"],
];

/** Households and everything they keep. */
export class M0001Start extends Migration {
  override up(): void {
    this.addSql(`create table \`household\` (${COLUMNS}, primary key (\`id\`));`);
    for (const [table, parent] of TABLES) {
      const parentColumn = parent ? ", `parent_id` text null" : "";
      const parentKey = parent
        ? `, constraint \`${table}_parent_id_foreign\` foreign key(\`parent_id\`) references \`${parent}\`(\`id\`) on delete set null on update cascade`
        : "";
      this.addSql(
        `create table \`${table}\` (${COLUMNS}, \`deleted_at\` datetime null, \`household_id\` text not null${parentColumn}, ` +
          `constraint \`${table}_household_id_foreign\` foreign key(\`household_id\`) references \`household\`(\`id\`) on update cascade` +
          `${parentKey}, primary key (\`id\`));`,
      );
      this.addSql(`create index \`${table}_household_id_index\` on \`${table}\` (\`household_id\`);`);
      if (parent) this.addSql(`create index \`${table}_parent_id_index\` on \`${table}\` (\`parent_id\`);`);
    }
  }
}
