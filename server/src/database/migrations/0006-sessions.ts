import { Migration } from "@mikro-orm/migrations";

/** A moment in a column: milliseconds since 1970. */
const ms = (expression: string) => `cast(round(1000 * unixepoch(${expression}, 'subsec')) as integer)`;

/**
 * Sessions and their readings in tables of their own. What was recorded before keeps its meaning: readings belonged to
 * no session, so that those of a source become one.
 */
export class M0006Sessions extends Migration {
  override up(): void {
    this.addSql(
      "create table `session` (`id` integer not null primary key autoincrement, `version` integer not null default 1, " +
        "`spec` json not null, `spec_version` integer not null default 4, `created_at` datetime not null, " +
        "`updated_at` datetime not null, `deleted_at` datetime null, `household_id` text not null, `car_id` text null, " +
        "`place_id` text null, `began_at` datetime not null, `ended_at` datetime null, `key` text not null, " +
        "constraint `session_household_id_foreign` foreign key(`household_id`) references `household`(`id`) on update cascade, " +
        "constraint `session_car_id_foreign` foreign key(`car_id`) references `car`(`id`) on delete set null on update cascade, " +
        "constraint `session_place_id_foreign` foreign key(`place_id`) references `place`(`id`) on delete set null on update cascade);",
    );
    this.addSql("create index `session_household_id_index` on `session` (`household_id`);");
    this.addSql("create index `session_car_id_index` on `session` (`car_id`);");
    this.addSql("create index `session_place_id_index` on `session` (`place_id`);");
    this.addSql("create unique index `session_key_unique` on `session` (`household_id`, `key`);");
    this.addSql("create index `session_range_index` on `session` (`household_id`, `began_at`, `id`);");
    this.addSql(
      "create table `sample` (`session_id` integer not null, `at` integer not null, `watts` double null, " +
        "`amps` double null, `volts` double null, `soc` double null, " +
        "constraint `sample_session_id_foreign` foreign key(`session_id`) references `session`(`id`) on delete cascade on update cascade, " +
        "primary key (`session_id`, `at`)) without rowid;",
    );
    this.addSql(
      "insert into `session` (`spec`, `created_at`, `updated_at`, `household_id`, `began_at`, `ended_at`, `key`) " +
        `select json_set(json_remove(spec, '$.endedAt'), '$.source', 'meter', '$.plan', null), at, at, household_id, at, ` +
        `${ms("json_extract(spec, '$.endedAt')")}, 'before-4-' || id from \`entry\` where series = 'sessions' order by at, id;`,
    );
    this.addSql(
      "insert into `session` (`spec`, `created_at`, `updated_at`, `household_id`, `began_at`, `ended_at`, `key`) " +
        "select json_object('name', substr('Readings of ' || source, 1, 80), 'source', source, 'plan', null, 'wallWh', null, " +
        "'fromSoc', null, 'toSoc', null), min(at), min(at), household_id, min(at), max(at), " +
        "substr('before-4-readings-of-' || source, 1, 120) " +
        "from (select household_id, at, json_extract(spec, '$.source') as source from `entry` where series = 'samples') " +
        "group by household_id, source;",
    );
    this.addSql(
      "insert or ignore into `sample` (`session_id`, `at`, `watts`, `amps`, `volts`, `soc`) " +
        "select s.id, e.at, json_extract(e.spec, '$.watts'), json_extract(e.spec, '$.amps'), json_extract(e.spec, '$.volts'), " +
        "json_extract(e.spec, '$.soc') from `entry` e join `session` s on s.household_id = e.household_id " +
        "and s.key = substr('before-4-readings-of-' || json_extract(e.spec, '$.source'), 1, 120) " +
        "where e.series = 'samples' order by s.id, e.at, e.id;",
    );
    this.addSql("drop table `entry`;");
  }
}
