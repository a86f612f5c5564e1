/** What the program is told by its environment, checked before anything starts. */
import { plainToInstance, Transform } from 'class-transformer';
import { IsIn, IsInt, IsNotEmpty, IsNumber, IsOptional, IsString, Max, Min, validateSync } from 'class-validator';

type Environment = Readonly<Record<string, string | undefined>>;

/** What is not given, or given empty, is left to the default. */
const Given = () => Transform(({ value }: { value: unknown }) => (value === '' ? undefined : value));
const AsNumber = () =>
  Transform(({ value }: { value: unknown }) => (value === undefined || value === '' ? undefined : Number(value)));

export class Settings {
  /** The PostgreSQL database to use. */
  @IsNotEmpty({ message: 'is not set: it names the PostgreSQL database to use' })
  DATABASE_URL!: string;

  @AsNumber()
  @IsInt()
  @Min(0)
  @Max(65_535)
  @IsOptional()
  PORT?: number;

  @Given()
  @IsString()
  @IsOptional()
  HOST?: string;

  /** Names that the program may be called by beside those of the machine itself, comma by comma. */
  @Given()
  @IsString()
  @IsOptional()
  HOST_NAMES?: string;

  /** Where other devices of the shop find it, comma by comma: `https://192.168.1.20:4311`. The first port is listened on. */
  @Given()
  @IsString()
  @IsOptional()
  SHOP_ADDRESSES?: string;

  /** The network that it listens to for them. */
  @Given()
  @IsString()
  @IsOptional()
  SHOP_HOST?: string;

  /** Files of the certificate, its key, and what vouches for it where the program made it itself. */
  @Given()
  @IsString()
  @IsOptional()
  TLS_CERTIFICATE?: string;

  @Given()
  @IsString()
  @IsOptional()
  TLS_KEY?: string;

  @Given()
  @IsString()
  @IsOptional()
  TLS_AUTHORITY?: string;

  get shopAddresses(): string[] {
    return listOf(this.SHOP_ADDRESSES);
  }

  /** All names that it answers to beside those of the machine itself. */
  get knownNames(): string[] {
    return [...listOf(this.HOST_NAMES), ...this.shopAddresses.map((address) => new URL(address).hostname)];
  }

  /** Folder of the built pages, if they are to be served. */
  @Given()
  @IsString()
  @IsOptional()
  WEB_ROOT?: string;

  /** Folder of everything that is kept, where it is of this machine: its disk is watched. */
  @Given()
  @IsString()
  @IsOptional()
  DATA_FOLDER?: string;

  /** on, off, or silent: all but its sounds and kept tops, which take a while to be heard and computed. */
  @Given()
  @IsIn(['on', 'off', 'silent'])
  @IsOptional()
  DEMO?: 'on' | 'off' | 'silent';

  @Given()
  @IsIn(['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent'])
  @IsOptional()
  LOG_LEVEL?: string;

  /** A worker that has not told of a job's end by then is taken for dead [s]. */
  @AsNumber()
  @IsNumber()
  @Min(1)
  @IsOptional()
  JOB_LEASE_SECONDS?: number;

  /** How long a worker explores before it keeps what it has [ms]. */
  @AsNumber()
  @IsNumber()
  @Min(0)
  @IsOptional()
  EXPLORATION_SLICE_MS?: number;
}

const listOf = (said = ''): string[] =>
  said
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

/** @throws Error that names every setting that can't be, and what it says */
export function readSettings(environment: Environment): Settings {
  const known = Object.fromEntries(KEYS.map((key) => [key, environment[key]]));
  const settings = plainToInstance(Settings, known, { exposeDefaultValues: true });
  const wrong = validateSync(settings).flatMap(({ property, constraints }) =>
    Object.values(constraints ?? {}).map((message) => message.replace(new RegExp(`^(${property} )?`), `${property} `)),
  );
  if (wrong.length > 0) throw new Error(wrong.join('; '));
  return settings;
}

const KEYS: readonly (keyof Settings)[] = [
  'DATABASE_URL',
  'PORT',
  'HOST',
  'HOST_NAMES',
  'SHOP_ADDRESSES',
  'SHOP_HOST',
  'TLS_CERTIFICATE',
  'TLS_KEY',
  'TLS_AUTHORITY',
  'WEB_ROOT',
  'DATA_FOLDER',
  'DEMO',
  'LOG_LEVEL',
  'JOB_LEASE_SECONDS',
  'EXPLORATION_SLICE_MS',
];
