// Loads the demo into the database of DATABASE_URL when that is empty.
import { openStore } from '../src/lib/store';
import { migrate } from '../src/lib/store/migrate';
import { loadDemo } from './load';

const migrating = openStore(process.env.DATABASE_URL!);
await migrate(migrating);
await migrating.sequelize.close();

// One connection and one transaction: a load that is broken off leaves the database empty.
const store = openStore(process.env.DATABASE_URL!, 1);
if ((await store.site.count()) === 0) {
  console.log('Loading Farrow Pit …');
  const clock = process.env.VIRIDANE_CLOCK;
  await store.sequelize.query('START TRANSACTION');
  await loadDemo(store, clock ? Date.parse(clock) : Date.now());
  await store.sequelize.query('COMMIT');
}
await store.sequelize.close();
