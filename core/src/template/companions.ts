import type { Part } from '../part/index.js';
import type { Answers, Thing } from './ask/index.js';
import { tryRecipe } from './recipe.js';

/** Room that a battery leaves in the compartment that a body's template guesses, in mm: it is as deep as the shell leaves. */
const usualBatteryMm = { widthMm: 20, heightMm: 46, depthMm: 38 };
/** What shell and door take of a body's depth beside the battery, in mm (estimate). */
const wallsMm = 4;

/** What a lithium battery of a camera holds in its case, Wh∕cm³ (estimate: they are sold from 0.4 to 0.6). */
const usualWhPerCm3 = 0.5;

/** The energy of a battery that is described with its body goes by its body's usual voltage, in V (estimate: two cells). */
const usualV = 7.2;

/**
 * What is described in one go with a part and stored with it: the battery of a body, where its energy was said. Its type
 * is the body's, its size a guess that fits the body's compartment. Empty where nothing was said of one. `makeId`
 * makes an id of a name.
 */
export function createCompanions(
  thing: Thing,
  answers: Answers,
  makeId: (name: string) => string,
): Part[] {
  const { cellFamily: type, batteryWh, batteryG, bayMm, depthMm, heightMm } = answers;
  if (
    thing.template !== 'body' ||
    answers['noBay'] === true ||
    typeof type !== 'string' ||
    typeof batteryWh !== 'number'
  ) {
    return [];
  }
  const room = (value: unknown, usual: number, of: (mm: number) => number) =>
    typeof value === 'number' ? Math.min(usual, Math.floor(of(value))) : usual;
  const longMm =
    typeof bayMm === 'number' ? bayMm : room(heightMm, usualBatteryMm.heightMm, (mm) => mm * 0.6);
  const deepMm = room(depthMm, usualBatteryMm.depthMm, (mm) => mm - wallsMm);
  const name = /batter|cell/iu.test(type) ? type : `${type} battery`;
  const making = tryRecipe(
    {
      id: makeId(name),
      template: 'battery',
      kind: 'battery',
      name,
      ...(typeof batteryG === 'number' ? { massG: batteryG } : {}),
      serves: [{ need: 'power', energyWh: batteryWh }],
      figures: {
        mount: 'cell-bay',
        // As thick as so much energy takes.
        widthMm: Math.max(
          usualBatteryMm.widthMm,
          Math.ceil((batteryWh / usualWhPerCm3) * (1000 / (longMm * deepMm))),
        ),
        heightMm: longMm,
        depthMm: deepMm,
        voltageV: usualV,
        energyWh: batteryWh,
        family: type,
      },
      guessed: [
        ...(typeof bayMm === 'number' ? [] : ['heightMm']),
        'widthMm',
        'depthMm',
        'voltageV',
      ],
    },
    new Map(),
  );
  return making.state === 'made' ? [making.part] : [];
}
