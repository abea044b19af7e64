/** How Dekkor's own interface looks, as it is kept in this browser: `night`, `day`, or as the system says. */
export const APPEARANCE_KEY = 'dekkor-light';

/**
 * Shows at once what is sure already, while the programs are being read: day or night, and the bar of a project, where the
 * address has one. What is opened takes its place.
 */
export function applyAppearance(pathname: string): void {
  const light = localStorage.getItem(APPEARANCE_KEY);
  const night = light === 'night' || (light !== 'day' && matchMedia('(prefers-color-scheme: dark)').matches);
  document.documentElement.classList.toggle('dekkor-dark', night);
  if (!/^\/p\/[^/]+(?:$|\/(?!try(?:\/|$)))/u.test(pathname)) return;
  const bar = document.createElement('div');
  bar.className = 'bar-to-come';
  const mark = document.createElement('img');
  Object.assign(mark, { src: '/mark.svg', alt: '', width: 26, height: 26 });
  bar.append(mark);
  document.getElementById('app')?.replaceChildren(bar);
}
