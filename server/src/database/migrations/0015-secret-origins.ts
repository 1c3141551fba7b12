import { Migration } from "@mikro-orm/migrations";
import { originOf } from "@kettleback/core";

const quoted = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/** Where each secret may be told: the origin or broker its device has, as it was given for that one. */
export class M0015SecretOrigins extends Migration {
  override async up(): Promise<void> {
    this.addSql("alter table `device_secret` add column `origin` text not null default '';");
    const rows = (await this.execute(
      "select `device_secret`.`id`, json_extract(`spec`, '$.reach.address') as address from `device_secret` join `device` using (`id`)",
    )) as { id: string; address: string | null }[];
    for (const { id, address } of rows)
      if (address !== null && URL.canParse(address))
        this.addSql(
          `update \`device_secret\` set \`origin\` = ${quoted(originOf({ address }))} where \`id\` = ${quoted(id)};`,
        );
  }
}
