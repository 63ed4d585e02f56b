/** An account of the database. */
export interface Account {
  readonly user: string;
  readonly password: string;
}

export interface DatabaseConfig {
  readonly host: string;
  readonly port: number;
  readonly name: string;
  /** Reads, and appends facts. */
  readonly app: Account;
  /** The keys that seal documents: the first seals, the others prove what they sealed before. */
  readonly sealKeys: readonly { readonly id: string; readonly key: Buffer }[];
}

/** With the account that migrates: no server has it. */
export interface OwnedDatabase extends DatabaseConfig {
  readonly owner: Account;
}

export interface Config {
  readonly host: string;
  readonly port: number;
  readonly database: DatabaseConfig;
  /** Connections to the database for work, beside a few for sessions. */
  readonly connections: number;
  readonly sessionSecret: string;
  /** Cookies go over HTTPS only. Off on loopback without TLS. */
  readonly secureCookies: boolean;
  readonly logLevel: string;
  readonly webFolder: string;
  /** Fixes the day, for tests and pictures. */
  readonly today: string | undefined;
  /** Every reply is checked against its schema: in tests and development. */
  readonly checkReplies: boolean;
  /** The company's mail server, and the address that mails are sent from. */
  readonly mail: { readonly host: string | undefined; readonly port: number; readonly from: string };
  /** The port of the mailbox that stands in for one; any that is free where it is 0. */
  readonly mailboxPort: number;
  /** The file in which seals are noted, outside the database; undefined where nobody keeps one. */
  readonly anchors: string | undefined;
  /** Takes work from the queue of jobs; of several servers some may only answer. */
  readonly worksOnJobs: boolean;
  /** Has a thread for papers and files ready before anybody asks for it. */
  readonly standBy: boolean;
  /** The port on loopback that gives metrics; undefined for none. */
  readonly metricsPort: number | undefined;
  /** Offers stand-ins for outside devices, like a scanner or a mailbox: in the demo and in tests. */
  readonly standIns: boolean;
  /** What stands on the page where people sign in: what this installation is, and who may help. */
  readonly notice: string;
}

type Environment = Readonly<Record<string, string | undefined>>;

const required = (environment: Environment, name: string): string => {
  const value = environment[name];
  if (value === undefined || value === '') throw new Error(`${name} is not set: see docs/configuration.md.`);
  return value;
};

function port(environment: Environment, name: string, otherwise: number): number {
  const given = Number(environment[name] ?? otherwise);
  if (!Number.isInteger(given) || given < 0 || given > 65_535)
    throw new Error(`${name} must be a port from 0 to 65535.`);
  return given;
}

/** `id:hexadecimal`, the newest first, with commas between. */
function sealKeys(written: string): DatabaseConfig['sealKeys'] {
  return written.split(',').map((one) => {
    const [, id = '', key = ''] = /^([\w-]{1,20}):([0-9a-f]{64,})$/.exec(one.trim()) ?? [];
    if (key === '')
      throw new Error(
        'OBOLUS_SEAL_KEYS must be id:key, each key at least 64 hexadecimal digits: see docs/configuration.md.',
      );
    return { id, key: Buffer.from(key, 'hex') };
  });
}

/** Where the books are kept, from environment variables. Throws, naming what is missing. */
export function readDatabase(environment: Environment): DatabaseConfig {
  return {
    host: required(environment, 'OBOLUS_DB_HOST'),
    port: port(environment, 'OBOLUS_DB_PORT', 3306),
    name: environment.OBOLUS_DB_NAME ?? 'obolus',
    app: account(environment, ''),
    sealKeys: sealKeys(required(environment, 'OBOLUS_SEAL_KEYS')),
  };
}

const account = (environment: Environment, name: string): Account => ({
  user: required(environment, `OBOLUS_DB_${name}USER`),
  password: required(environment, `OBOLUS_DB_${name}PASSWORD`),
});

/** The same, for migrating. */
export const readOwnedDatabase = (environment: Environment): OwnedDatabase => ({
  ...readDatabase(environment),
  owner: account(environment, 'OWNER_'),
});

/** Reads the configuration from environment variables (the table in docs/configuration.md). Throws, naming what is missing. */
export function readConfig(environment: Environment, webFolder: string): Config {
  const count = (name: string, otherwise: number): number => {
    const given = Number(environment[name] ?? otherwise);
    if (!Number.isInteger(given) || given < 1 || given > 1000)
      throw new Error(`${name} must be a number from 1 to 1000.`);
    return given;
  };
  const secret = required(environment, 'OBOLUS_SESSION_SECRET');
  if (secret.length < 32) throw new Error('OBOLUS_SESSION_SECRET must have at least 32 characters.');
  return {
    host: environment.OBOLUS_HOST ?? '127.0.0.1',
    port: port(environment, 'OBOLUS_PORT', 4300),
    database: readDatabase(environment),
    connections: count('OBOLUS_DB_CONNECTIONS', 24),
    sessionSecret: secret,
    secureCookies: environment.OBOLUS_SECURE_COOKIES === 'true',
    logLevel: environment.OBOLUS_LOG_LEVEL ?? 'info',
    webFolder,
    today: environment.OBOLUS_TODAY,
    checkReplies: environment.OBOLUS_CHECK_REPLIES === 'true',
    mail: {
      host: environment.OBOLUS_MAIL_HOST,
      port: port(environment, 'OBOLUS_MAIL_PORT', 25),
      from: environment.OBOLUS_MAIL_FROM ?? 'purchasing@localhost',
    },
    mailboxPort: port(environment, 'OBOLUS_MAILBOX_PORT', 0),
    worksOnJobs: environment.OBOLUS_JOBS !== 'false',
    standBy: environment.OBOLUS_STAND_BY !== 'false',
    metricsPort: environment.OBOLUS_METRICS_PORT ? port(environment, 'OBOLUS_METRICS_PORT', 0) : undefined,
    anchors: environment.OBOLUS_ANCHORS || undefined,
    standIns: environment.OBOLUS_STAND_INS === 'true',
    notice: (environment.OBOLUS_NOTICE ?? '').slice(0, 2000),
  };
}
