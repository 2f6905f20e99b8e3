import { say, type Message } from '../say/message';

/** Trees that are watered alike. */
export interface WateredGround {
  /** Of the ground; empty for what lies in no zone. */
  name: string;
  /** Trees of a refill, whose roots are younger. */
  again: boolean;
  /** Other ground of the block is a zone. */
  among: boolean;
}

/** What tells them from the others, for a sentence in any language. */
export const zoneFigures = ({ name, again, among }: WateredGround) => ({
  ...{ name, of: name ? 'zone' : among ? 'rest' : 'block' },
  again: again ? 'yes' : 'no',
});

/** How they are spoken of: the zone, the rest of the block, or the refill there. */
export const zoneSaid = (zone: WateredGround): Message => say('tending.zone', zoneFigures(zone));
