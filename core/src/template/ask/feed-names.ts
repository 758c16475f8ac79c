/** The names of these questions: facts of the part, no figures of its template. */
export const feedNames = [
  'recordW',
  'runsMin',
  'idleW',
  'innerWh',
  'cellMaxA',
  'tells',
  'bayW',
  'together',
  'capacityGB',
  'sustainedMbps',
  'mediaFamily',
  'modeName',
  'modeMbps',
  'modeMedia',
] as const;
