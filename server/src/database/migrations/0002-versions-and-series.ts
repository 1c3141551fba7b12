import { Migration } from "@mikro-orm/migrations";

const TABLES = [
  "household",
  "car",
  "tariff",
  "place",
  "outlet",
  "unit",
  "cable",
  "lead",
  "adapter",
  "saved_path",
];

/** The version of each description, and room for what is recorded as it happens. Rows of the first release are version 1. */
export class M0002VersionsAndSeries extends Migration {
  override up(): void {
    for (const table of TABLES)
      this.addSql(`alter table \`${table}\` add column \`spec_version\` integer not null default 1;`);
    this.addSql(
      "create table `entry` (`id` integer not null primary key autoincrement, `household_id` text not null, " +
        "`series` text not null, `at` datetime not null, `spec` json not null, " +
        "`spec_version` integer not null default 2, " +
        "constraint `entry_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `entry_household_id_index` on `entry` (`household_id`);");
    this.addSql("create index `entry_range_index` on `entry` (`household_id`, `series`, `at`);");
  }
}
