export interface ParseResult<T> {
  data: T[];
  errors: { message: string; row?: number }[];
  meta: { fields?: string[]; delimiter: string };
}
declare const Papa: {
  parse<T>(text: string, options: Record<string, unknown>): ParseResult<T>;
  unparse(data: unknown, options?: Record<string, unknown>): string;
};
export default Papa;
