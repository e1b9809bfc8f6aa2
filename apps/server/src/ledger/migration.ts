import type { MigrationInterface, QueryRunner } from 'typeorm';
import { HOUSES } from './houses.js';

/**
 * The ledger. What is written in it stays: the database itself refuses to change or take out an
 * entry, and a balance below zero.
 */
export class Ledger1797033600000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['ledger_entries', 'ledger_postings', 'accounts'])
      await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE accounts (
     id INTEGER PRIMARY KEY,
     kind TEXT NOT NULL CHECK (kind IN ('house', 'viewer', 'escrow')),
     name TEXT NOT NULL,
     balance INTEGER NOT NULL DEFAULT 0,
     earned INTEGER NOT NULL DEFAULT 0,
     earned_moved INTEGER NOT NULL DEFAULT 0,
     carry INTEGER NOT NULL DEFAULT 0 CHECK (carry BETWEEN 0 AND 99),
     gave_at INTEGER,
     follow_paid INTEGER NOT NULL DEFAULT 0,
     UNIQUE (kind, name),
     CHECK (kind = 'house' OR balance >= 0)
   ) STRICT`,
  `INSERT INTO accounts (kind, name) VALUES ('house', 'issued'), ('house', 'spent'), ('house', 'fees')`,
  `CREATE TABLE ledger_postings (
     id INTEGER PRIMARY KEY,
     key TEXT NOT NULL UNIQUE,
     cause TEXT NOT NULL,
     reference TEXT NOT NULL,
     actor TEXT NOT NULL,
     at INTEGER NOT NULL,
     reverses INTEGER REFERENCES ledger_postings (id),
     total INTEGER NOT NULL,
     entries INTEGER NOT NULL,
     issued INTEGER NOT NULL,
     spent INTEGER NOT NULL
   ) STRICT`,
  `CREATE INDEX ledger_postings_at ON ledger_postings (at, id)`,
  `CREATE INDEX ledger_postings_cause ON ledger_postings (cause)`,
  `CREATE INDEX ledger_postings_reverses ON ledger_postings (reverses) WHERE reverses IS NOT NULL`,
  // Whoever earns by it: 1 for the one who receives, -1 when that is taken back from the one who pays.
  `CREATE TABLE ledger_entries (
     id INTEGER PRIMARY KEY,
     posting_id INTEGER NOT NULL REFERENCES ledger_postings (id),
     from_id INTEGER NOT NULL REFERENCES accounts (id),
     to_id INTEGER NOT NULL REFERENCES accounts (id),
     amount INTEGER NOT NULL CHECK (amount > 0),
     earns INTEGER NOT NULL CHECK (earns BETWEEN -1 AND 1),
     CHECK (from_id != to_id)
   ) STRICT`,
  `CREATE INDEX ledger_entries_posting ON ledger_entries (posting_id)`,
  // The house pays or receives in nearly every entry; nobody looks for it there.
  `CREATE INDEX ledger_entries_from ON ledger_entries (from_id) WHERE from_id > ${HOUSES}`,
  `CREATE INDEX ledger_entries_to ON ledger_entries (to_id) WHERE to_id > ${HOUSES}`,
  ...['UPDATE', 'DELETE'].flatMap((act) =>
    ['ledger_entries', 'ledger_postings'].map(
      (table) => `CREATE TRIGGER ${table}_no_${act.toLowerCase()} BEFORE ${act} ON ${table} BEGIN
         SELECT raise(ABORT, 'the ledger is never changed; a correction is a reversal');
       END`,
    ),
  ),
  `CREATE TRIGGER accounts_no_delete BEFORE DELETE ON accounts BEGIN
     SELECT raise(ABORT, 'accounts are never taken out');
   END`,
];
