import { Migration } from "@mikro-orm/migrations";

/** Devices of one's own that tell what they measure, and apart from them their secrets. */
export class M0012Devices extends Migration {
  override up(): void {
    this.addSql(
      "create table `device` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, primary key (`id`), " +
        "constraint `device_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `device_household_id_index` on `device` (`household_id`);");
    this.addSql(
      "create table `device_secret` (`id` text not null, `secret` text not null, primary key (`id`), " +
        "constraint `device_secret_id_foreign` foreign key(`id`) references `device`(`id`) on delete cascade on update cascade);",
    );
  }
}
