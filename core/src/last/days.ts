import type { DayStretch } from '../brief/index.js';

/** A day to start from: a name, and its stretches. */
export interface ReadyDay {
  readonly name: string;
  readonly stretches: readonly DayStretch[];
}

const work = (name: string, hours: number, record = 0.35, idle = 0.35): DayStretch => ({
  name,
  hours,
  record,
  idle,
});
const rest = (name: string, hours: number): DayStretch => ({
  name,
  hours,
  record: 0,
  idle: 0,
  mains: true,
});

/** Days that people have (shares are estimates, to be changed by whoever knows better). */
export const readyDays: readonly ReadyDay[] = [
  { name: 'Half a day, no mains', stretches: [work('Shooting', 4)] },
  {
    name: 'Interviews, near mains at noon',
    stretches: [
      work('First interviews', 3, 0.55, 0.3),
      rest('Lunch', 1),
      work('More interviews', 3, 0.55, 0.3),
    ],
  },
  {
    name: 'On the run from early to late',
    stretches: [
      work('Morning', 4, 0.25, 0.5),
      rest('Lunch', 1),
      work('Afternoon', 4, 0.25, 0.5),
      rest('Supper', 1),
      work('Evening', 2, 0.3, 0.4),
    ],
  },
  { name: 'One long take after another', stretches: [work('Event', 5, 0.9, 0.1)] },
];
