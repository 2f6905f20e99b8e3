import type { Card } from '../ui/SpeciesName.svelte';
import type { Store } from '../store';

/** The species cards of a site with the pictures on them, by name. */
export async function cardsOf(store: Store, siteId: string): Promise<Card[]> {
  const cards = await store.species.findAll({
    where: { siteId },
    order: [['name', 'ASC']],
    raw: true,
  });
  const pictures = await store.speciesPicture.findAll({
    where: { speciesId: cards.map(({ id }) => id) },
    attributes: ['id', 'speciesId', 'caption'],
    order: [['addedAt', 'ASC']],
    raw: true,
  });
  return cards.map((card) => ({
    ...card,
    pictures: pictures
      .filter(({ speciesId }) => speciesId === card.id)
      .map(({ id, caption }) => ({ id, caption })),
  }));
}
