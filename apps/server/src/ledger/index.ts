export { bookkeeper } from './bookkeeper.js';
export { HOUSES } from './houses.js';
export { LedgerModule } from './ledger.module.js';
export { Reversing } from './reversing.js';
export { LedgerStore } from './ledger.store.js';
export { verifyLedger } from './verifying.js';
export { accountOf, writePostings } from './writing.js';
export * from './rows.js';
