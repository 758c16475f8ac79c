import type { Surface } from '../solid/index.js';
import type { Tool } from './mount.js';
import type { Carries, Connector, Control, ScreenTool } from './schema.js';

/** What a fastening is worked with, in words. */
export const toolLabels: Readonly<Record<Tool, string>> = {
  none: 'no tool',
  thumb: 'by hand',
  coin: 'coin',
  'hex-2': 'hex 2 mm',
  'hex-2.5': 'hex 2.5 mm',
  'hex-3': 'hex 3 mm',
  'hex-4': 'hex 4 mm',
  'hex-5': 'hex 5 mm',
  'hex-3-16-in': 'hex 3⁄16″',
  screwdriver: 'screwdriver',
};

/** Connectors by their standard. */
export const connectorLabels: Readonly<Record<Connector, string>> = {
  'hdmi-a': 'HDMI A',
  'hdmi-c': 'HDMI C',
  'hdmi-d': 'HDMI D',
  sdi: 'SDI',
  'usb-c': 'USB-C',
  'usb-a': 'USB-A',
  'd-tap': 'D-Tap',
  barrel: 'barrel',
  'push-pull-2': '2-pin push-pull',
  'jack-3.5': '3.5 mm',
  'xlr-3': 'XLR',
  'xlr-3-mini': 'mini XLR',
  timecode: 'timecode',
  'cell-contacts': 'cell contacts',
  'plate-contacts': 'plate contacts',
  'shoe-contacts': 'contacts in the shoe',
};

/** Connectors that a lead has a plug for: contacts of cells and plates have none. */
export const plugConnectors = (Object.keys(connectorLabels) as Connector[]).filter(
  (c) => !c.endsWith('-contacts'),
);

/** What a lead or a port carries, in words. */
export const carriesLabels: Readonly<Record<Carries, string>> = {
  video: 'video',
  audio: 'sound',
  power: 'power',
  data: 'data',
  trigger: 'trigger',
  timecode: 'timecode',
};

/** What helps to judge the picture on a screen, in words. */
export const screenToolLabels: Readonly<Record<ScreenTool, string>> = {
  peaking: 'peaking',
  magnifier: 'magnifier',
  'false-colour': 'false colour',
  waveform: 'waveform',
  zebra: 'zebra',
  histogram: 'histogram',
};

/** What fingers work, in words. */
export const controlLabels: Readonly<Record<Control['use'], string>> = {
  record: 'record button',
  dials: 'dials',
  focus: 'focus ring',
  zoom: 'zoom ring',
  iris: 'iris ring',
  lever: 'lever',
  knob: 'knob',
};

/** What a part is made of or covered with, in words. */
export const surfaceLabels: Readonly<Record<Surface, string>> = {
  metal: 'metal',
  plastic: 'plastic',
  rubber: 'rubber',
  wood: 'wood',
  cloth: 'cloth',
  glass: 'glass',
  screen: 'screen',
  cell: 'cell',
};

/** Some values of a table of words, as pairs to choose from. */
export function listChoices<Value extends string>(
  labels: Readonly<Record<Value, string>>,
  values: readonly Value[] = Object.keys(labels) as Value[],
): (readonly [Value, string])[] {
  return values.map((value) => [value, labels[value]] as const);
}
