/**
 * What somebody wrote as a list, piece by piece: “2160p 25, 1080p 50; 1080i 50”. Undefined where there is nothing in it.
 *
 *     readSaidList('1080p 25, 2160p 25') // ['1080p 25', '2160p 25']
 */
export function readSaidList(text: unknown): string[] | undefined {
  if (typeof text !== 'string') return undefined;
  const pieces = [...new Set(text.split(/[,;\n]/u).map((piece) => piece.trim()))].filter(Boolean);
  return pieces.length > 0 ? pieces.slice(0, 30) : undefined;
}
