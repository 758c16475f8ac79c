/** What is left of a lithium cell's energy by its temperature: °C and share, linear between (the domain's figures). */
const derating: readonly (readonly [atC: number, share: number])[] = [
  [-20, 0.5],
  [-10, 0.7],
  [0, 0.85],
  [25, 1],
];

/** The share of its energy that a cell gives at a temperature, over 0 up to 1; below −20 °C as at −20 °C. */
export function measureColdShare(temperatureC: number): number {
  const [first] = derating as [readonly [number, number]];
  if (temperatureC <= first[0]) return first[1];
  for (let i = 1; i < derating.length; i += 1) {
    const [[fromC, from], [toC, to]] = [derating[i - 1]!, derating[i]!];
    if (temperatureC <= toC) return from + ((to - from) * (temperatureC - fromC)) / (toC - fromC);
  }
  return 1;
}
