import 'reflect-metadata';
import { ROOM_PATTERNS } from '@gully/core/connection';
import { Expose, plainToInstance, Transform } from 'class-transformer';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsTimeZone,
  IsUrl,
  Matches,
  Max,
  Min,
  MinLength,
  validateSync,
} from 'class-validator';

const toNumber = ({ value }: { value: unknown }): unknown =>
  value === undefined || value === '' ? undefined : Number(value);
/** What is neither a yes nor a no stays as it is and is refused: a setting about safety must not be guessed. */
const FLAGS: Readonly<Record<string, boolean>> = {
  true: true,
  yes: true,
  '1': true,
  false: false,
  no: false,
  '0': false,
};
const toFlag = ({ value }: { value: unknown }): unknown => FLAGS[String(value).toLowerCase()] ?? value;
const orNothing = ({ value }: { value: unknown }): unknown => (value === '' ? undefined : value);

/** Every setting the server takes from its environment. `.env.example` lists them with their defaults. */
export class Environment {
  /** names of the variables that are set */
  given: ReadonlySet<string> = new Set();

  @Expose() @IsString() @MinLength(1) GULLY_DATA_DIR = './data';
  @Expose() @IsString() @IsIn(['127.0.0.1', '::1', 'localhost']) GULLY_HTTP_HOST = '127.0.0.1';
  @Expose() @Transform(toNumber) @IsInt() @Min(0) @Max(65_535) GULLY_HTTP_PORT = 4700;

  @Expose() @IsString() @MinLength(1) GULLY_IRC_HOST = '127.0.0.1';
  @Expose() @Transform(toNumber) @IsInt() @Min(1) @Max(65_535) GULLY_IRC_PORT = 6667;
  @Expose() @Transform(toFlag) @IsBoolean() GULLY_IRC_TLS = false;
  @Expose() @Matches(ROOM_PATTERNS.nick) GULLY_IRC_NICK = 'gully';
  @Expose() @Matches(ROOM_PATTERNS.channel) GULLY_IRC_CHANNEL = '#lanternhour';
  @Expose() @IsOptional() @Transform(orNothing) @IsString() GULLY_IRC_PASSWORD: string | undefined =
    undefined;
  @Expose() @IsOptional() @Transform(orNothing) @IsString() GULLY_IRC_ACCOUNT: string | undefined = undefined;
  @Expose() @IsOptional() @Transform(orNothing) @IsString() GULLY_IRC_ACCOUNT_PASSWORD: string | undefined =
    undefined;
  /** a tag of the server's own; one beginning with + is set by clients and can be forged */
  @Expose() @Matches(ROOM_PATTERNS.rolesTag) GULLY_ROLES_TAG = 'gully.example/roles';
  /** the same for where emotes stand in a message */
  @Expose() @Matches(ROOM_PATTERNS.rolesTag) GULLY_EMOTES_TAG = 'gully.example/emotes';
  @Expose() @IsOptional() @Transform(orNothing) @IsString() GULLY_STREAMER: string | undefined = undefined;

  @Expose() @Transform(toNumber) @IsInt() @Min(1) @Max(1_000_000) GULLY_CHAT_LIMIT = 20;
  @Expose() @Transform(toNumber) @IsInt() @Min(1) @Max(1_000_000) GULLY_CHAT_LIMIT_MODERATOR = 100;
  @Expose() @Transform(toNumber) @IsInt() @Min(1) @Max(3_600) GULLY_CHAT_LIMIT_SECONDS = 30;

  @Expose() @IsOptional() @Transform(orNothing) @IsUrl({ require_tld: false }) GULLY_STANDIN_URL:
    string | undefined = undefined;
  /** where the platform tells the stream's state; the stand-in where it is not given */
  @Expose() @IsOptional() @Transform(orNothing) @IsUrl({ require_tld: false }) GULLY_STREAM_URL:
    string | undefined = undefined;
  /** what events from outside are signed with: whsec_ and base64; without it none are taken */
  @Expose()
  @IsOptional()
  @Transform(orNothing)
  @Matches(/^whsec_[A-Za-z0-9+/]{32,100}={0,2}$/u)
  GULLY_EVENTS_SECRET: string | undefined = undefined;
  /** hosts on this machine or its network that webhooks may lead to, separated by commas */
  @Expose() @IsString() GULLY_WEBHOOK_ALLOW = '';
  /** IANA name; the machine's own where it is not given */
  @Expose() @IsTimeZone() GULLY_TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
  @Expose() @IsIn(['debug', 'info', 'warn', 'error', 'silent']) GULLY_LOG = 'info';
}

/** Settings that hold a secret; an error names them without their value. */
const SECRETS = ['GULLY_IRC_PASSWORD', 'GULLY_IRC_ACCOUNT_PASSWORD', 'GULLY_EVENTS_SECRET'];

export class EnvironmentError extends Error {}

/**
 * Reads and checks the settings.
 * @throws EnvironmentError naming every setting that is wrong, and what it was
 */
export function readEnvironment(source: NodeJS.ProcessEnv): Environment {
  const given = Object.fromEntries(
    Object.entries(source).filter(([name, value]) => name.startsWith('GULLY_') && value !== ''),
  );
  const known = plainToInstance(Environment, given, {
    excludeExtraneousValues: true,
    exposeDefaultValues: true,
  });
  const faults = validateSync(known, { skipMissingProperties: false });
  known.given = new Set(Object.keys(given));
  if (faults.length === 0) return known;
  const lines = faults.map(({ property, constraints }) => {
    const shown = SECRETS.includes(property) ? '(hidden)' : `“${given[property] ?? ''}”`;
    return `  ${property} is ${shown}: ${Object.values(constraints ?? {}).join(', ')}`;
  });
  throw new EnvironmentError(`Some settings are not usable. Nothing was started.\n${lines.join('\n')}`);
}
