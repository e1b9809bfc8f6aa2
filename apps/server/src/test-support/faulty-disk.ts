import type { DataSource } from 'typeorm';

type Query = (sql: string, parameters?: readonly unknown[], ...more: readonly unknown[]) => Promise<unknown>;
type Fits = (sql: string, parameters: readonly unknown[]) => boolean;

interface Rule {
  readonly fits: Fits;
  left: number;
  readonly does: () => Promise<void>;
}

/** What of TypeORM's driver a test takes in hand. */
interface Driver {
  databaseConnection: { exec(sql: string): unknown };
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
    const taken = new WeakSet<object>();
    this.driver.createQueryRunner = (mode) => {
      const runner = make(mode);
      if (taken.has(runner)) return runner;
      taken.add(runner);
      const query: Query = runner.query.bind(runner);
      runner.query = async (sql, parameters = [], ...more) => {
        const rule = this.rules.find(({ fits, left }) => left > 0 && fits(sql, parameters));
        if (rule !== undefined) {
          rule.left -= 1;
          await rule.does();
        }
        return query(sql, parameters, ...more);
      };
      return runner;
    };
  }

  /** @param times how often; for ever when left out */
  refuse(fits: Fits, times = Infinity, code = 'SQLITE_FULL'): void {
    const does = (): Promise<never> =>
      Promise.reject(Object.assign(new Error('the test refuses it'), { code }));
    this.rules.push({ fits, left: times, does });
  }

  /** Has each such statement take so many milliseconds. */
  slow(fits: Fits, ms: number): void {
    const does = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
    this.rules.push({ fits, left: Infinity, does });
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
}
