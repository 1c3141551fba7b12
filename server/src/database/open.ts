import type Database from "libsql";
import { LibSqlKnexDialect, MikroORM, type Options } from "@mikro-orm/libsql";
import { Migrator } from "@mikro-orm/migrations";
import {
  ENTITY_OF,
  HouseholdRow,
  LineEntity,
  NetworkEntity,
  SampleEntity,
  SecretEntity,
  SessionEntity,
} from "./entities";
import { MIGRATIONS } from "./migrations";

/** The database was written by a newer program than this one. */
export class NewerDatabaseError extends Error {
  constructor(file: string, unknown: readonly string[]) {
    super(
      `The database ${file} was written by a newer Kettleback (it has ${unknown.join(", ")}). ` +
        "Start that newer program, or give another file with KETTLEBACK_DB.",
    );
  }
}

/**
 * A connection to a file of this machine does not go stale. The dialect holds one for too old after ten seconds and opens
 * another: what was set for the first is not set for that, and closing it plays the whole log into the database.
 */
class LastingDialect extends LibSqlKnexDialect {
  /** Set where the file is no longer this program's to write: see {@link leaveDatabase}. */
  leaves = false;

  /** One that was given back in the middle of a transaction is none to go on with. */
  override validateConnection({ memory, inTransaction }: Database.Database): boolean {
    return memory || !inTransaction;
  }

  /** Its statements hold a closed connection for a while, and with it the lock of what it had begun. */
  destroyRawConnection(connection: Database.Database): Promise<void> {
    if (this.leaves) LEFT_OPEN.push(connection);
    else {
      if (connection.inTransaction) connection.exec("rollback");
      connection.close();
    }
    return Promise.resolve();
  }
}

/** Connections that end with the program only. */
const LEFT_OPEN: Database.Database[] = [];

/** The log keeps no more room (bytes) than this once it was played into the database. */
export const LOG_KEEPS = 16 * 1024 * 1024;

/** What holds for each connection that is opened: it waits for locks, and a commit is on the disk once it is told. */
const SETTINGS = [
  "busy_timeout = 5000",
  "synchronous = full",
  "foreign_keys = on",
  `journal_size_limit = ${LOG_KEEPS}`,
];

function prepared(connection: Database.Database, done: (error?: unknown) => void): void {
  try {
    for (const setting of SETTINGS) connection.exec(`pragma ${setting}`);
    done();
  } catch (error) {
    done(error);
  }
}

const options = (file: string): Options => ({
  dbName: file,
  driverOptions: { client: LastingDialect },
  pool: { afterCreate: prepared },
  entities: [
    HouseholdRow,
    SessionEntity,
    SampleEntity,
    NetworkEntity,
    LineEntity,
    SecretEntity,
    ...Object.values(ENTITY_OF),
  ],
  extensions: [Migrator],
  discovery: { warnWhenNoEntities: false },
  migrations: { migrationsList: [...MIGRATIONS], snapshot: false, transactional: true },
  logger: () => undefined,
});

/**
 * Opens the database, in write-ahead mode with every commit flushed to disk, brings it to this program's schema,
 * and checks that the schema is the one the entities expect.
 * @throws NewerDatabaseError when a migration this program does not know has run on it
 */
export async function openDatabase(file: string): Promise<MikroORM> {
  const orm = await MikroORM.init(options(file));
  try {
    const connection = orm.em.getConnection();
    if (file !== ":memory:") await connection.execute("pragma journal_mode = wal");
    await refuseNewer(orm, file);
    await orm.migrator.up();
    const drift = await orm.schema.getUpdateSchemaSQL({ wrap: false, safe: false });
    const statements = drift
      .split("\n")
      .filter((line) => line.trim() && !line.includes("mikro_orm_migrations"));
    if (statements.length > 0)
      throw new Error(`The database ${file} does not have the expected schema:\n${statements.join("\n")}`);
    return orm;
  } catch (error) {
    await orm.close(true);
    throw error;
  }
}

/**
 * Closes a database with all that was written in its one file: the write-ahead log is played into it and emptied, so
 * that whoever copies or moves the file has everything.
 */
export async function closeDatabase(orm: MikroORM): Promise<void> {
  await orm.em.getConnection().execute("pragma wal_checkpoint(truncate)");
  await orm.close(true);
}

/** Lets go of a database without closing it: closed, it would write its log into what others have put in its place. */
export async function leaveDatabase(orm: MikroORM): Promise<void> {
  (orm.em.getConnection().getKnex().client as LastingDialect).leaves = true;
  await orm.close(true);
}

async function refuseNewer(orm: MikroORM, file: string): Promise<void> {
  const connection = orm.em.getConnection();
  const tables = (await connection.execute(
    "select name from sqlite_master where type = 'table' and name = 'mikro_orm_migrations'",
  )) as { name: string }[];
  if (tables.length === 0) return;
  const done = (await connection.execute("select name from mikro_orm_migrations")) as { name: string }[];
  const known = new Set<string>(MIGRATIONS.map((migration) => migration.name));
  const unknown = done.map((row) => row.name).filter((name) => !known.has(name));
  if (unknown.length > 0) throw new NewerDatabaseError(file, unknown);
}
