import { ref } from 'vue';

export type Theme = 'day' | 'night';

const key = 'zucchini.theme';

/** The theme that is shown. */
export const theme = ref<Theme>('day');

/** The theme chosen last, or the day's. */
export function readTheme(): Theme {
  try {
    return localStorage.getItem(key) === 'night' ? 'night' : 'day';
  } catch {
    return 'day';
  }
}

export function showTheme(next: Theme): void {
  theme.value = next;
  document.documentElement.dataset.theme = next;
  try {
    localStorage.setItem(key, next);
  } catch {
    // Without storage the choice lasts until the page is left.
  }
}
