import { Migration } from "@mikro-orm/migrations";

/** A charging unit lies in the table of the field's own word, EVSE. */
export class M0005Evses extends Migration {
  override up(): void {
    this.addSql("alter table `unit` rename to `evse`;");
    for (const column of ["household_id", "parent_id"]) {
      this.addSql(`drop index \`unit_${column}_index\`;`);
      this.addSql(`create index \`evse_${column}_index\` on \`evse\` (\`${column}\`);`);
    }
  }
}
