import { say, type FigureValue, type FiguresOf, type Message, type MessageKey } from './message';
import type { Messages } from './messages';

/**
 * The one error that is meant for the person who asked: something cannot be done, and why. Whoever
 * shows it turns its message into words; nothing else that is thrown is ever shown.
 */
export class Told extends Error {
  override name = 'Told';
  readonly said: Message;

  constructor(said: Message) {
    super(`${said.key} ${JSON.stringify(said.figures)}`);
    this.said = said;
  }
}

/**
 * An error with its message.
 * @example told('crew.noPlanters') instanceof Told // => true
 */
export function told<Key extends MessageKey>(
  key: Key,
  ...figures: [Messages[Key]] extends [never] ? [] : [FiguresOf<Key>]
): Told {
  return new Told(say(key, ...figures));
}

/** Whether something thrown, here or in a worker, is meant for the person. */
export function isTold(error: unknown): error is { said: Message } {
  const said = (error as { said?: Message } | null)?.said;
  return typeof said?.key === 'string' && typeof said.figures === 'object';
}

export type { FigureValue };
