import { carryOut, type AnyHandler, type Outcome } from '../server/work';
import type { Person } from '../server/sign-in';
import type { Store } from '../store';
import { calendarCommands } from './calendar/commands.server';
import { checksCommands } from './checks/commands.server';
import type { CommandName } from './contracts';
import { crewCommands } from './crew/commands.server';
import { groundCommands } from './ground/commands.server';
import { methodCommands } from './method/commands.server';
import { peopleCommands } from './people/commands.server';
import { rowsCommands } from './rows/commands.server';
import { stockCommands } from './stock/commands.server';
import { survivalCommands } from './survival/commands.server';
import { tendingCommands } from './tending/commands.server';

const handlers = {
  ...peopleCommands,
  ...groundCommands,
  ...methodCommands,
  ...rowsCommands,
  ...stockCommands,
  ...calendarCommands,
  ...crewCommands,
  ...checksCommands,
  ...survivalCommands,
  ...tendingCommands,
} as unknown as Record<CommandName, AnyHandler>;

/** Checks and carries out one command for a person. */
export const perform = (
  store: Store,
  person: Person,
  name: string,
  payload: unknown,
): Promise<Outcome> => carryOut(handlers, store, person, name, payload);
