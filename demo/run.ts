// Loads the demo into the database of DATABASE_URL when that is empty.
import { openStore } from '../src/lib/store';
import { migrate } from '../src/lib/store/migrate';
import { loadDemo } from './load';

const store = openStore(process.env.DATABASE_URL!);
await migrate(store.sequelize);
if ((await store.site.count()) === 0) {
  console.log('Loading Farrow Pit …');
  const clock = process.env.VIRIDANE_CLOCK;
  await loadDemo(store, clock ? Date.parse(clock) : Date.now());
}
await store.sequelize.close();
