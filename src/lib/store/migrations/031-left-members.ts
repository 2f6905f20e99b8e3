const OF_SITE = [
  'attendance',
  'crew_message',
  'handed',
  'pay_decision',
  'pay_rate',
  'school_answer',
];
const OF_BLOCK = [
  'briefing_signed',
  'instrument_reading',
  'spraying',
  'task_event',
  'visit_finding',
];
const OF_LAYOUT = [
  ...['box_fill', 'care_done', 'plot', 'plot_decision', 'plot_plan', 'refill_plan', 'row_fault'],
  ...['row_pegged', 'row_rework', 'survival_count', 'tally', 'watering', 'wave_done'],
];
const OF_LOT = ['handling_audit', 'inspection', 'root_event', 'stock_event'];

/**
 * Who once belonged to a site and does no more, so that their name can be taken off what they entered. Until now only
 * a planter was remembered; whoever else left is found by what they wrote.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE IF NOT EXISTS left_member (
    person_id CHAR(36) NOT NULL,
    site_id CHAR(36) NOT NULL,
    left_at DATETIME(3) NOT NULL,
    PRIMARY KEY (person_id, site_id),
    FOREIGN KEY (person_id) REFERENCES person (id),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  const wrote = [
    ...OF_SITE.map((table) => `SELECT author_id, site_id FROM ${table}`),
    ...OF_BLOCK.map(
      (table) => `SELECT e.author_id, b.site_id FROM ${table} e JOIN block b ON b.id = e.block_id`,
    ),
    ...OF_LAYOUT.map(
      (table) => `SELECT e.author_id, b.site_id FROM ${table} e
        JOIN layout l ON l.id = e.layout_id JOIN block b ON b.id = l.block_id`,
    ),
    ...OF_LOT.map(
      (table) => `SELECT e.author_id, b.site_id FROM ${table} e
        JOIN lot o ON o.id = e.lot_id JOIN block b ON b.id = o.block_id`,
    ),
  ];
  await statement(`INSERT IGNORE INTO left_member (person_id, site_id, left_at)
    SELECT w.author_id, w.site_id, NOW(3) FROM (${wrote.join(' UNION ')}) w
    WHERE NOT EXISTS (SELECT 1 FROM membership m
      WHERE m.person_id = w.author_id AND m.site_id = w.site_id)`);
}
