export interface EventAttributes {
  uid: string;
  title: string;
  description?: string;
  start: [number, number, number];
  end: [number, number, number];
  calName?: string;
  productId?: string;
  categories?: string[];
  startInputType?: 'utc' | 'local';
  timestamp?: number;
  sequence?: number;
  status?: 'TENTATIVE' | 'CONFIRMED' | 'CANCELLED';
}
export function createEvents(events: EventAttributes[]): { error?: Error | null; value?: string };
