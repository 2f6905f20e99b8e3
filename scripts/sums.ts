// npm run sums [-- --mend]: holds every kept sum against its events; with --mend makes those anew that differ.
import { openStore } from '../src/lib/store';
import { compareSums, mendSums } from '../src/lib/store/sums';

const url = process.env.DATABASE_URL;
if (!url) {
  console.error('Set DATABASE_URL to the database whose sums are to be compared.');
  process.exit(2);
}
const store = openStore(url, 2);
let apart = await compareSums(store);
for (const { what, kept, events } of apart)
  console.log(`${what}: ${kept} is kept, the events say ${events}`);
if (apart.length && process.argv.includes('--mend')) {
  await mendSums(store);
  apart = await compareSums(store);
  console.log('Made anew from the events.');
}
console.log(apart.length ? `${apart.length} sums differ from their events.` : 'All sums hold.');
await store.sequelize.close();
process.exit(apart.length ? 1 : 0);
