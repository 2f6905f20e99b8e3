import type { Card } from '../../parts/SpeciesName.svelte';
import type { Facts } from '../../server/facts';
import { cardsFact, picturesFact } from './facts.server';

/** The species cards of a site with the pictures on them, by name. */
export async function cardsOf(facts: Facts): Promise<Card[]> {
  const [cards, pictures] = await Promise.all([facts.of(cardsFact), facts.of(picturesFact)]);
  return cards.map((card) => ({
    ...card,
    pictures: pictures
      .filter(({ speciesId }) => speciesId === card.id)
      .map(({ id, caption }) => ({ id, caption })),
  }));
}
