import { ref } from 'vue';

/** What a screen reader is told next. */
export const announcement = ref('');

/** Tells a screen reader what has changed. The same words twice are told twice. */
export function announce(text: string): void {
  announcement.value = announcement.value === text ? `${text}\u00a0` : text;
}
