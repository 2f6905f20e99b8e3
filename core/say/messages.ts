import type { BillMessages } from './messages/bill';
import type { CalendarMessages } from './messages/calendar';
import type { ChecksMessages } from './messages/checks';
import type { CrewMessages } from './messages/crew';
import type { FormatsMessages } from './messages/formats';
import type { GroundMessages } from './messages/ground';
import type { MethodMessages } from './messages/method';
import type { RowsMessages } from './messages/rows';
import type { SiteMessages } from './messages/site';
import type { StockMessages } from './messages/stock';
import type { SurvivalMessages } from './messages/survival';
import type { TaskMessages } from './messages/tasks';
import type { TendingMessages } from './messages/tending';
import type { WorkingMessages } from './messages/working';

/**
 * Every message that the core can give, with the names of the figures it carries. The words stand in
 * the catalogue of each language; a test holds the two against each other.
 */
export interface Messages
  extends
    BillMessages,
    CalendarMessages,
    ChecksMessages,
    CrewMessages,
    FormatsMessages,
    GroundMessages,
    MethodMessages,
    RowsMessages,
    SiteMessages,
    StockMessages,
    SurvivalMessages,
    TaskMessages,
    TendingMessages,
    WorkingMessages {}
