const EVENTS = ['stock_event', 'root_event', 'task_event', 'tally', 'plot', 'survival_count'];

/** Nothing that happened is overwritten: the database itself refuses. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  for (const table of EVENTS) {
    for (const change of ['UPDATE', 'DELETE']) {
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
    }
  }
  await statement(`CREATE TRIGGER layout_row_no_update BEFORE UPDATE ON layout_row
    FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'rows of a layout are never changed; save a new version'`);
  await statement(`CREATE TRIGGER layout_row_no_delete BEFORE DELETE ON layout_row
    FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'rows of a layout are never deleted'`);
}
