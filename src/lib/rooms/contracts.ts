import { calendarContract } from './calendar/contract';
import { checksContract } from './checks/contract';
import type { Contract, GivenTo, TakenBy } from './contract';
import { crewContract } from './crew/contract';
import { groundContract } from './ground/contract';
import { methodContract } from './method/contract';
import { peopleContract } from './people/contract';
import { rowsContract } from './rows/contract';
import { stockContract } from './stock/contract';
import { survivalContract } from './survival/contract';
import { tendingContract } from './tending/contract';

/** Every command there is, by its name. */
export const contracts = {
  ...peopleContract,
  ...groundContract,
  ...methodContract,
  ...rowsContract,
  ...stockContract,
  ...calendarContract,
  ...crewContract,
  ...checksContract,
  ...survivalContract,
  ...tendingContract,
};

export type Contracts = typeof contracts;
export type CommandName = keyof Contracts;
/** What a sender gives. */
export type Given<Name extends CommandName> = GivenTo<Contracts[Name]['input']>;
/** What the handler takes: checked, with its defaults filled in. */
export type Payload<Name extends CommandName> = TakenBy<Contracts[Name]['input']>;
/** What the sender gets back. */
export type Result<Name extends CommandName> =
  Contracts[Name] extends Contract<infer _Input, infer Value> ? Value : never;

export const contractOf = (name: CommandName): Contract => contracts[name] as Contract;
export const isCommand = (name: string): name is CommandName => Object.hasOwn(contracts, name);
