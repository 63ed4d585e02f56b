const KEY = 'obolus-edition';

/** The light or the dark edition: as chosen, else as the system prefers. */
export function applyEdition(): void {
  const chosen = localStorage.getItem(KEY);
  const night = chosen ? chosen === 'night' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.edition = night ? 'night' : 'day';
}

export const isNight = (): boolean => document.documentElement.dataset.edition === 'night';

/** Says whether it is the dark edition now. */
export function turnEdition(): boolean {
  localStorage.setItem(KEY, isNight() ? 'day' : 'night');
  applyEdition();
  return isNight();
}
