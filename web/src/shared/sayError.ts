/** What went wrong, as a sentence: an error's own words, or whatever was thrown. */
export function sayError(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
