import Papa from 'papaparse';
import type { MaterialLine } from '../calendar/materials';
import { inPurchaseUnits } from '../calendar/purchase';
import type { UnitSystem } from '../measure/units';
import type { Message } from '../say/message';

/**
 * Lines of a bill as CSV, one a line, amounts in the unit named beside them.
 * @param worded puts the name of a line into words
 */
export function materialsToCsv(
  lines: readonly MaterialLine[],
  worded: (message: Message) => string,
  system: UnitSystem = 'metric',
): string {
  return Papa.unparse(
    {
      fields: [
        'what',
        'unit',
        'needed',
        'on hand',
        'pack',
        'used',
        'to buy',
        'buy by',
        'price',
        'cost',
        'others pay %',
        'own cost',
      ],
      data: lines
        .map((line) => inPurchaseUnits(line, system))
        .map(({ label, unit, needed, terms, used, buy, buyBy, cost, own }) => [
          worded(label),
          unit,
          Math.round(needed.value * 1000) / 1000,
          terms.onHand,
          terms.pack,
          Math.round(used * 1000) / 1000,
          Math.round(buy * 1000) / 1000,
          buyBy ?? '',
          terms.price ?? '',
          cost ?? '',
          Math.round(terms.costShare * 100),
          own ?? '',
        ]),
    },
    { newline: '\r\n', escapeFormulae: true },
  );
}
