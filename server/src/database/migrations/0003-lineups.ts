import { Migration } from "@mikro-orm/migrations";

/** Line-ups kept by name. */
export class M0003Lineups extends Migration {
  override up(): void {
    this.addSql(
      "create table `line_up` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, primary key (`id`), " +
        "constraint `line_up_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `line_up_household_id_index` on `line_up` (`household_id`);");
  }
}
