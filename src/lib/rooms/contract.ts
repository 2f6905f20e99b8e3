import type { InferType, Schema } from 'yup';
import type { Room } from '../../../core/morning/board';
import type { MessageKey } from '../../../core/say/message';

/** What a command changes, and what a page reads: the rooms, and what a whole site shares. */
export type Topic = Room | 'site' | 'people';

/**
 * All that browser, phone and server must agree on about one command: what may be asked, what comes
 * back, why it may be refused.
 */
export interface Contract<Input extends Schema = Schema, Result = unknown> {
  input: Input;
  /** Only its type counts: what the sender gets besides that it is done. */
  result?: Result;
  /** Messages it may be refused with besides those that every command shares; "rows.*" is all of a room. */
  refusals: readonly (MessageKey | `${string}.*`)[];
  /** What it changes: pages that read it read it again. */
  touches: readonly Topic[];
  /** The outbox of a phone may hold it for days. */
  waits?: boolean;
  /** Bytes its request may have; 64 kB where nothing is said. */
  bytes?: number;
}

/** States a contract, keeping its types. */
export const command = <Input extends Schema, Result = object>(
  contract: Contract<Input, Result>,
): Contract<Input, Result> => contract;

/** A result's type; there is no value. */
export const gives = <Result>(): Result | undefined => undefined;

/** Members that a schema fills in by itself. */
type Filled<Type, Default> = {
  [Key in keyof Type]: Key extends keyof Default
    ? Default[Key] extends undefined
      ? never
      : Key
    : never;
}[keyof Type];

/** What a sender must give: members with a default may be left out. */
export type GivenTo<Input> = Input extends { __outputType: infer Type; __default: infer Default }
  ? Type extends object
    ? Omit<Type, Filled<Type, Default>> & Partial<Pick<Type, Filled<Type, Default> & keyof Type>>
    : Type
  : never;

export type TakenBy<Input extends Schema> = InferType<Input>;
