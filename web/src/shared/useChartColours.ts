import { computed } from 'vue';
import { theme } from '../theme/theme';

/** The drawing's own colours for a chart, read anew when the theme changes. */
export function useChartColours() {
  return computed(() => {
    void theme.value;
    const style = getComputedStyle(document.documentElement);
    const of = (name: string) => style.getPropertyValue(`--color-${name}`).trim();
    return {
      ink: of('ink'),
      leaf: of('leaf'),
      blossom: of('blossom'),
      line: of('line'),
      faint: of('faint'),
    };
  });
}
