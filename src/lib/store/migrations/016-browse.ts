/**
 * What keeps teeth off is a question of the method, no longer a term of the bill: what was chosen there, or
 * the guards that were billed where nothing was, is the answer.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`UPDATE block SET method = JSON_SET(method, '$.browse',
      CASE JSON_VALUE(calendar_terms, '$.protection')
        WHEN 'fence' THEN 'fence' WHEN 'none' THEN 'none' ELSE 'spiral' END)
    WHERE JSON_VALUE(method, '$.browse') IS NULL`);
  await statement("UPDATE block SET calendar_terms = JSON_REMOVE(calendar_terms, '$.protection')");
}
