import { Migration } from "@mikro-orm/migrations";

/** Households that are being taken in from a file: nobody sees one before all of it is there. */
export class M0010Arrivals extends Migration {
  override up(): void {
    this.addSql("alter table `household` add column `arriving_since` datetime null;");
  }
}
