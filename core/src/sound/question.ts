import { defineQuestion, type Asking } from '../question/index.js';
import { sayList } from '../words/index.js';
import { givesSound } from './chain.js';
import { soundChecks, type SoundContext } from './findings.js';
import { isMonitored, listLacks, measureSound, type Sound } from './plan.js';

/** Does it hear? */
export const soundQuestion = defineQuestion({
  id: 'sound',
  name: 'Sound',
  asks: 'Does it hear?',
  prepare: ({ assembly, hold, parts, brief }: Asking): SoundContext => ({
    assembly,
    hold,
    brief,
    sound: measureSound(assembly, parts, brief),
  }),
  answer: ({ sound }): Sound => sound,
  checks: soundChecks,
  figure: (sound) => {
    const { usable } = sound;
    const used = usable.filter((i) => i.takenBy).length;
    const lacks = listLacks(sound);
    if (usable.length === 0 && lacks.length === 0)
      return { main: 'no input', detail: 'nothing on it takes sound', state: 'open' as const };
    const { wants } = sound;
    const isAsked = wants.wirelessChannels + wants.onCameraMics > 0 || wants.headphones;
    const isDeaf = sound.sources.length === 0;
    const detail =
      isDeaf && lacks.length > 0
        ? 'nothing hears in this setup'
        : !isAsked && sound.sources.length === 0
          ? 'no sound is asked for'
          : isDeaf
            ? 'no microphone on it'
            : isMonitored(sound)
              ? 'monitored'
              : sound.phones.some((p) => p.hearsIt)
                ? 'no headphones in the kit'
                : 'nobody listens';
    const main =
      usable.length === 0
        ? 'no input'
        : `${used} of ${usable.length} ${usable.length === 1 ? 'input' : 'inputs'}`;
    const unheard = sound.sources.filter((s) => !s.keptBy);
    // Of what nobody has said by which socket it is heard, it is open.
    const state = unheard.some(givesSound) ? ('risk' as const) : ('open' as const);
    return unheard.length > 0
      ? { main, detail: `${unheard.length} unheard`, state }
      : // What another setup hears is not heard by this one, and what is to be listened to wants headphones.
        {
          main,
          detail,
          state:
            lacks.length > 0 || (wants.headphones && !isMonitored(sound))
              ? ('open' as const)
              : undefined,
        };
  },
  text: (sound) => [
    ...sound.tracks.map(
      (t) =>
        `Track ${t.number} of ${t.keptBy.part.name}: ${sayList([...new Set(t.heard.map((h) => h.source.part.name))])}${t.safetyBy ? ', quieter, for safety' : ''}.`,
    ),
    ...(sound.sources.some((s) => !s.keptBy)
      ? [
          `Unheard: ${sayList(sound.sources.filter((s) => !s.keptBy).map((s) => s.placed.part.name))}.`,
        ]
      : []),
  ],
  json: (sound) => ({
    sound: {
      inputs: sound.usable.map((i) => ({
        item: i.placed.item.id,
        port: i.port.id,
        from: i.takenBy?.from.placed.item.id ?? null,
      })),
      tracks: sound.tracks.map((t) => ({
        keptBy: t.keptBy.item.id,
        number: t.number,
        heard: t.heard.map((h) => ({ source: h.source.item.id, channel: h.channel })),
        safety: t.safetyBy ?? null,
      })),
      monitored: isMonitored(sound),
      unheard: sound.sources.filter((s) => !s.keptBy).map((s) => s.placed.item.id),
    },
  }),
});
