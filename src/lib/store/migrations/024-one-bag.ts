/** What a bag holds was kept twice, for the day and for the load; the load's stays, with what the day said. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`UPDATE block SET carry_terms = JSON_SET(
      COALESCE(carry_terms,
        '{"bagLoad":14,"bagTrees":300,"trailerBoxes":24,"trailerLoad":750}'),
      '$.bagTrees', CAST(JSON_VALUE(calendar_terms, '$.day.bag') AS UNSIGNED))
    WHERE JSON_VALUE(calendar_terms, '$.day.bag') IS NOT NULL`);
  await statement(`UPDATE block SET calendar_terms = JSON_REMOVE(calendar_terms, '$.day.bag')
    WHERE JSON_VALUE(calendar_terms, '$.day.bag') IS NOT NULL`);
}
