import { ReadyBriefs, type ReadyBrief } from '@zucchini/core';
import data from '../../../demo/briefs.json';

/** The ready-made jobs that come with the application. */
export const readyBriefs: readonly ReadyBrief[] = ReadyBriefs.parse(data).briefs;
