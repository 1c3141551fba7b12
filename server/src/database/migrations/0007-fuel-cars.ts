import { Migration } from "@mikro-orm/migrations";

/** Fuel cars kept to compare with. */
export class M0007FuelCars extends Migration {
  override up(): void {
    this.addSql(
      "create table `fuel_car` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, primary key (`id`), " +
        "constraint `fuel_car_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade);",
    );
    this.addSql("create index `fuel_car_household_id_index` on `fuel_car` (`household_id`);");
  }
}
