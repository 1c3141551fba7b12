import { Migration } from "@mikro-orm/migrations";

/** Posts one knows, and public networks as they were last read. */
export class M0008Posts extends Migration {
  override up(): void {
    this.addSql(
      "create table `known_post` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, `parent_id` text null, primary key (`id`), " +
        "constraint `known_post_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade, " +
        "constraint `known_post_parent_id_foreign` foreign key(`parent_id`) references `tariff`(`id`) on delete set null on update cascade);",
    );
    this.addSql("create index `known_post_household_id_index` on `known_post` (`household_id`);");
    this.addSql("create index `known_post_parent_id_index` on `known_post` (`parent_id`);");
    this.addSql(
      "create table `network` (`id` text not null, `household_id` text not null, `name` text not null, " +
        "`address` text null, `read_at` datetime not null, `locations` integer not null, `data` text not null, " +
        "primary key (`id`), " +
        "constraint `network_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `network_household_id_index` on `network` (`household_id`);");
  }
}
