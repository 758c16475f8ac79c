import type { Assembly } from '../rig/index.js';
import type { Point2, Surface } from '../solid/index.js';
import type { LeadUse } from '../part/index.js';
import { drawLeads, type LeadCurve } from './leads.js';
import { drawExtent } from './overlay.js';
import { drawRig } from './rig.js';
import type { ViewName } from './views.js';

/** Flat tints on white paper, by surface. */
const tints: Readonly<Record<Surface, string>> = {
  metal: '#e5e0cf',
  plastic: '#efe9d8',
  rubber: '#d8d3c0',
  wood: '#e7d3a9',
  cloth: '#ddd7c3',
  glass: '#d3e0dc',
  screen: '#c9d3c6',
  cell: '#dcd8c8',
};

/** Flat tints of leads, by what they carry. */
const leadTints: Readonly<Record<LeadUse, string>> = {
  power: '#b48a9c',
  video: '#8fb0b5',
  sound: '#c9ab7f',
  data: '#b9bda6',
};

const say = (n: number) => String(Math.round(n * 1000) / 1000);

function escapeText(text: string): string {
  return text.replace(/[&<>"]/g, (c) =>
    c === '&' ? '&amp;' : c === '<' ? '&lt;' : c === '>' ? '&gt;' : '&quot;',
  );
}

/**
 * One side of a setup as a drawing of its own, in millimetres: at `scale` 1 a part printed at 100 % is as
 * large as the part. With its leads where they are given, overall sizes, a scale bar of 50 mm and a caption. A whole SVG
 * document.
 */
export function toSvg(
  assembly: Assembly,
  view: ViewName,
  options: {
    readonly scale: number;
    readonly caption: string;
    readonly leads?: readonly LeadCurve[];
  },
): string {
  const { scale, caption, leads = [] } = options;
  const plate = drawRig(assembly, view);
  const margin = 16;
  const [low, high] = [plate.lowMm, plate.highMm];
  const width = (high[0] - low[0]) * scale + 2 * margin;
  const height = (high[1] - low[1]) * scale + 2 * margin + 16;
  const at = ([x, y]: Point2): string =>
    `${say(margin + (x - low[0]) * scale)} ${say(margin + (high[1] - y) * scale)}`;
  const path = (points: readonly Point2[], closed: boolean) =>
    `M${points.map(at).join('L')}${closed ? 'Z' : ''}`;
  const parts = plate.runs.map((run) => {
    const solids = run.solids.map(({ solid, seen }) => {
      const d = path(seen.outline, true) + (seen.hole ? path(seen.hole, true) : '');
      const edges = seen.edges
        .map((edge) => `<path d="${path(edge, false)}" fill="none" stroke-width="0.15"/>`)
        .join('');
      return `<path d="${d}" fill="${tints[solid.surface ?? 'plastic']}" fill-rule="evenodd"/>${edges}`;
    });
    return `<g data-item="${escapeText(run.itemId)}">${solids.join('')}</g>`;
  });
  // Each stroke twice: the ink is what stands out beyond the tint.
  const strokes = (points: readonly Point2[], tint: string, mm: number) => {
    const d = path(points, false);
    return `<path d="${d}" fill="none" stroke-width="${say(mm * scale + 0.5)}"/><path d="${d}" fill="none" stroke="${tint}" stroke-width="${say(mm * scale)}"/>`;
  };
  const cables = drawLeads(leads, plate).map(
    ({ runId, use, radiusMm, seen, plugs }) =>
      `<g data-run="${escapeText(runId)}">${plugs
        .map((p) => strokes([p.from, p.to], tints.rubber, 2 * p.radiusMm))
        .join('')}${seen.map((s) => strokes(s, leadTints[use], 2 * radiusMm)).join('')}</g>`,
  );
  const sizes = drawExtent(low, high).map(({ from, to, mm, what }) => {
    const off = what === 'across' ? [0, 6] : [-6, 0];
    const shift = ([x, y]: Point2): [number, number] => [
      margin + (x - low[0]) * scale + off[0]!,
      margin + (high[1] - y) * scale + off[1]!,
    ];
    const [[ax, ay], [bx, by]] = [shift(from), shift(to)];
    const turn =
      what === 'upright' ? ` transform="rotate(-90 ${say(ax - 1.5)} ${say((ay + by) / 2)})"` : '';
    const [tx, ty] = what === 'across' ? [(ax + bx) / 2, ay + 4] : [ax - 1.5, (ay + by) / 2];
    return `<path d="M${say(ax)} ${say(ay)}L${say(bx)} ${say(by)}" stroke-width="0.2"/><text x="${say(tx)}" y="${say(ty)}" text-anchor="middle"${turn}>${say(Math.round(mm * 10) / 10)} mm</text>`;
  });
  const barY = height - 6;
  return [
    `<?xml version="1.0" encoding="UTF-8"?>`,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${say(width)}mm" height="${say(height)}mm" viewBox="0 0 ${say(width)} ${say(height)}">`,
    `<title>${escapeText(caption)}</title>`,
    `<g stroke="#1f2a1e" stroke-width="0.25" stroke-linejoin="round">${parts.join('')}${cables.join('')}</g>`,
    `<g stroke="#1f2a1e" fill="none" font-family="sans-serif" font-size="3.2">`,
    `<g>${sizes.join('').replaceAll('<text', '<text fill="#1f2a1e" stroke="none"')}</g>`,
    `<path d="M${margin} ${say(barY)}H${say(margin + 50 * scale)}" stroke-width="0.5"/>`,
    `<text x="${margin}" y="${say(barY - 1.5)}" fill="#1f2a1e" stroke="none">50 mm</text>`,
    `<text x="${say(width - margin)}" y="${say(barY)}" fill="#1f2a1e" stroke="none" text-anchor="end">${escapeText(caption)}</text>`,
    `</g></svg>`,
    '',
  ].join('\n');
}
