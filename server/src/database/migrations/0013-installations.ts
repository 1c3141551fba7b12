import { Migration } from "@mikro-orm/migrations";

/** Installations that are prepared for an electrician. */
export class M0013Installations extends Migration {
  override up(): void {
    this.addSql(
      "create table `installation` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, primary key (`id`), " +
        "constraint `installation_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `installation_household_id_index` on `installation` (`household_id`);");
  }
}
