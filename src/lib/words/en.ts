import type { MessageKey } from '../../../core/say/message';
import { bill } from './en/bill';
import { calendar } from './en/calendar';
import { checks } from './en/checks';
import { crew } from './en/crew';
import { formats } from './en/formats';
import { ground } from './en/ground';
import { method } from './en/method';
import { rows } from './en/rows';
import { site } from './en/site';
import { stock } from './en/stock';
import { survival } from './en/survival';
import { tasks } from './en/tasks';
import { tending } from './en/tending';
import { working } from './en/working';

/**
 * Every sentence in English, in ICU message syntax: {name} is a name or a measure already written in
 * the reader's units, {name, number} a number, plural and select choose words.
 */
export const en: Record<MessageKey, string> = {
  ...bill,
  ...calendar,
  ...checks,
  ...crew,
  ...formats,
  ...ground,
  ...method,
  ...rows,
  ...site,
  ...stock,
  ...survival,
  ...tasks,
  ...tending,
  ...working,
};
