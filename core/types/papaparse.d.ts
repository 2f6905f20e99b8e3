// The library's own types need the DOM; the core has none.
declare const Papa: {
  parse<Row>(
    text: string,
    options: {
      header?: boolean;
      skipEmptyLines?: boolean | 'greedy';
      transformHeader?: (header: string) => string;
    },
  ): { data: Row[]; errors: { row?: number; message: string }[]; meta: { fields?: string[] } };
  unparse(
    data: readonly object[] | { fields: string[]; data: readonly unknown[][] },
    options?: { columns?: string[]; newline?: string; escapeFormulae?: boolean },
  ): string;
};
export default Papa;
