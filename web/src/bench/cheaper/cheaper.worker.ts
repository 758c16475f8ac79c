import '../../shared/withoutEval';
import {
  createNames,
  listCheaperMakes,
  measureReport,
  sayG,
  sayMoney,
  sayNumber,
  tellFinding,
  tryEdit,
  type Edit,
  type Lower,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RigAnswer, RigQuestion } from '../../desk/useAsking';
import { WorkerParts } from '../../desk/workerParts';
import { readCollider } from '../../desk/workerReads';

/** One part that is still to be bought, looked at: the cheaper make where there is one. */
export interface CheaperAnswer extends RigAnswer {
  readonly make:
    | {
        readonly itemId: string;
        readonly name: string;
        readonly saves: string;
        readonly mass: string | undefined;
        /** What it gives less of, “50 Wh in the place of 98 Wh”. */
        readonly lower: readonly string[];
        readonly brings: readonly string[];
        readonly edit: Edit;
      }
    | undefined;
}

const units: Readonly<Record<Lower['figure'], string>> = {
  nits: 'cd/m²',
  stops: 'stops',
  channels: 'channels',
  energyWh: 'Wh',
  powerW: 'W',
  rateMbps: 'Mb/s',
};

const known = new WorkerParts();
let newest = 0;

async function find(
  { rig, setupId, drawer: _, log: _log, ...news }: RigQuestion,
  hear: (answer: CheaperAnswer) => void,
): Promise<void> {
  const run = (newest += 1);
  known.take(news);
  const [catalogue, collider] = await Promise.all([known.withCatalogue(), readCollider()]);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, catalogue, { collider });
  const total = report.assembly.items.filter((p) => !p.item.owned).length + 1;
  let done = 0;
  for (const make of listCheaperMakes(report, catalogue, { collider, catalogue })) {
    if (run !== newest) return;
    done += 1;
    // Between two parts a newer question is heard.
    await new Promise((resolve) => setTimeout(resolve));
    if (!make) {
      hear({ make, done, total, parts: [] });
      continue;
    }
    const part = catalogue.get(make.partId)!;
    const names = createNames(tryEdit(report.assembly, make.edit, catalogue), catalogue);
    const { heavierG } = make;
    hear({
      make: {
        itemId: make.itemId,
        name: part.maker ? `${part.name} (${part.maker})` : part.name,
        saves: sayMoney({ minor: make.savesMinor, currency: report.brief.currency }),
        mass:
          heavierG === undefined || Math.abs(heavierG) < 0.5
            ? undefined
            : `${sayG(Math.abs(heavierG))} ${heavierG > 0 ? 'heavier' : 'lighter'}`,
        lower: make.lower.map(({ figure, from, to }) => {
          const [was, is] = [from, to].map(
            (v) => `${sayNumber(v, Number.isInteger(v) ? 0 : 1)} ${units[figure]}`,
          );
          return `${is} in the place of ${was}`;
        }),
        brings: make.brings.map((f) => tellFinding(f, names).sentence),
        edit: make.edit,
      },
      done,
      total,
      parts: known.tellParts([part]),
    });
  }
  hear({ make: undefined, done: total, total, parts: [] });
}

const api = { find };
export type CheaperApi = typeof api;
expose(api);
