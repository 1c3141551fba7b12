import { Migration } from "@mikro-orm/migrations";

/** Households that can be taken away and brought back. */
export class M0004Households extends Migration {
  override up(): void {
    this.addSql("alter table `household` add column `deleted_at` datetime null;");
  }
}
