import type { DataSource } from 'typeorm';

type Query = (sql: string, parameters?: readonly unknown[], ...more: readonly unknown[]) => Promise<unknown>;
type Fits = (sql: string, parameters: readonly unknown[]) => boolean;

interface Rule {
  readonly fits: Fits;
  left: number;
  /** what it is refused with; undefined where it is let through */
  readonly error: Error | undefined;
  /** how long it takes before, where it need not be answered at once */
  readonly ms: number;
}

interface Statement {
  readonly source: string;
  readonly database: object;
  run(...cells: readonly unknown[]): unknown;
}

/** The disks under connections, for all statements there are: many are made ready long before a test begins. */
const disks = new Map<object, FaultyDisk>();
const taken = new WeakSet<object>();
/** What gives statements of all connections back their own `run`, once the last disk is gone. */
let giveBack: (() => void) | undefined;

/** What of TypeORM's driver a test takes in hand. */
interface Driver {
  databaseConnection: { exec(sql: string): unknown; prepare(sql: string): Statement };
  queryRunner: { query: Query } | undefined;
  createQueryRunner(mode: string): { query: Query };
}

/** A disk that refuses or delays the statements a test chooses. */
export class FaultyDisk {
  private rules: Rule[] = [];
  private readonly driver: Driver;

  constructor(source: DataSource) {
    this.driver = source.driver as unknown as Driver;
    const make = this.driver.createQueryRunner.bind(this.driver);
    this.driver.createQueryRunner = (mode) => {
      const runner = make(mode);
      this.takePrepared();
      if (taken.has(runner)) return runner;
      taken.add(runner);
      const query: Query = runner.query.bind(runner);
      runner.query = async (sql, parameters = [], ...more) => {
        const rule = this.ruleFor(sql, parameters);
        if (rule !== undefined && rule.ms > 0) await new Promise((resolve) => setTimeout(resolve, rule.ms));
        if (rule?.error !== undefined) throw rule.error;
        return query(sql, parameters, ...more);
      };
      return runner;
    };
    const destroy = source.destroy.bind(source);
    source.destroy = async () => {
      await destroy();
      for (const [connection, disk] of disks) if (disk === this) disks.delete(connection);
      if (disks.size > 0) return;
      giveBack?.();
      giveBack = undefined;
    };
  }

  /** @param times how often; for ever when left out */
  refuse(fits: Fits, times = Infinity, code = 'SQLITE_FULL'): void {
    const error = Object.assign(new Error('the test refuses it'), { code });
    this.rules.push({ fits, left: times, error, ms: 0 });
  }

  /** Has each such statement take so many milliseconds. */
  slow(fits: Fits, ms: number): void {
    this.rules.push({ fits, left: Infinity, error: undefined, ms });
  }

  /** The next rollback on the connection there is now fails as well. */
  refuseRollback(): void {
    this.driver.databaseConnection.exec = () => {
      throw new Error('the test refuses to roll back');
    };
    this.refuse((sql) => sql.startsWith('ROLLBACK'), 1);
  }

  heal(): void {
    this.rules = [];
  }

  ruleFor(sql: string, parameters: readonly unknown[]): Rule | undefined {
    const rule = this.rules.find(({ fits, left }) => left > 0 && fits(sql, parameters));
    if (rule !== undefined) rule.left -= 1;
    return rule;
  }

  /** Statements that are made ready once and run many times are refused as well; they cannot be slow. */
  private takePrepared(): void {
    const { databaseConnection: file } = this.driver;
    disks.set(file, this);
    const statements = Object.getPrototypeOf(file.prepare('SELECT 1')) as Statement;
    if (giveBack !== undefined) return;
    const { run } = statements;
    giveBack = () => {
      statements.run = run;
    };
    statements.run = function (this: Statement, ...cells) {
      const isInsert = this.source.startsWith('INSERT');
      const error = isInsert
        ? disks.get(this.database)?.ruleFor(this.source, cells.flat())?.error
        : undefined;
      if (error !== undefined) throw error;
      return run.apply(this, [...cells]);
    };
  }
}
