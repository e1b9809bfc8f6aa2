import 'reflect-metadata';
import { Database, openDatabase, ViewerRow } from '../database/index.js';
import { writeDemoOutput } from './outputs.js';
import { makeDemoData, storeDemoData } from './seed.js';

/** Fills the database of a data folder with the demo's channel, unless it holds viewers already. */
const [, , folder = './data', board = 'http://127.0.0.1:4701/board'] = process.argv;
const database = new Database(await openDatabase(folder));
if ((await database.read.count(ViewerRow)) === 0) {
  const data = makeDemoData(Date.now(), 2047);
  await database.write((manager) => storeDemoData(manager, data, board));
  await writeDemoOutput(folder);
}
await database.onApplicationShutdown();
