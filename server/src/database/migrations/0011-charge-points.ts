import { Migration } from "@mikro-orm/migrations";

/** Charge points of one's own, and apart from them the hashes of their passwords. */
export class M0011ChargePoints extends Migration {
  override up(): void {
    this.addSql(
      "create table `charge_point` (`id` text not null, `version` integer not null default 1, `spec` json not null, " +
        "`spec_version` integer not null default 1, `created_at` datetime not null, `updated_at` datetime not null, " +
        "`deleted_at` datetime null, `household_id` text not null, `parent_id` text null, primary key (`id`), " +
        "constraint `charge_point_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade, " +
        "constraint `charge_point_parent_id_foreign` foreign key(`parent_id`) references `evse`(`id`) on delete set null on update cascade);",
    );
    this.addSql("create index `charge_point_household_id_index` on `charge_point` (`household_id`);");
    this.addSql("create index `charge_point_parent_id_index` on `charge_point` (`parent_id`);");
    this.addSql(
      "create table `charge_point_line` (`id` text not null, `hash` text null, `wanted` text null, " +
        "`said` text null, primary key (`id`), " +
        "constraint `charge_point_line_id_foreign` foreign key(`id`) references `charge_point`(`id`) on delete cascade on update cascade);",
    );
  }
}
