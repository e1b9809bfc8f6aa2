import 'reflect-metadata';
import { STORED } from '../stored.js';
import { Database, openDatabase } from '../database/index.js';
import { ViewerRow } from '../viewers/index.js';
import { writeDemoOutput } from '../outputs/demo/index.js';
import { writeDemoAnswers } from '../rewards/demo/index.js';
import { playSeason } from './seed.js';

/** Fills the database of a data folder with the demo's channel, unless it holds viewers already. */
const [, , folder = './data', board = 'http://127.0.0.1:4701/board'] = process.argv;
const database = new Database(await openDatabase(folder, STORED));
if ((await database.read.count(ViewerRow)) === 0) {
  const season = playSeason(Date.now(), 2047, board);
  await database.write((manager) => season.store(manager));
  await writeDemoOutput(folder);
  await writeDemoAnswers(database, folder);
}
await database.onApplicationShutdown();
