/**
 * A version that was released over planted rows and continues them: the number of the version before it. Its rows and
 * those of the version it takes the place of are written anew together, and only then: both step aside under a number
 * below nought within that one transaction. Rows of any other layout are never changed, and none is deleted.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE layout ADD COLUMN IF NOT EXISTS continues INT NULL`);
  for (const [change, what] of [
    ['UPDATE', 'changed; save a new version'],
    ['DELETE', 'deleted'],
  ])
    await statement(`CREATE OR REPLACE TRIGGER layout_row_no_${change.toLowerCase()}
      BEFORE ${change} ON layout_row FOR EACH ROW
      IF (SELECT number FROM layout WHERE id = OLD.layout_id) >= 0 THEN
        SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'rows of a layout are never ${what}';
      END IF`);
}
