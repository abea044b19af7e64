// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest';
import { applyAppearance, APPEARANCE_KEY } from './appearance.js';

afterEach(() => {
  localStorage.clear();
  vi.unstubAllGlobals();
  document.documentElement.className = '';
});
/** What is seen at once at an address: is there a bar, and is it night. */
function seen(pathname: string, kept = '', system = false): readonly [boolean, boolean] {
  document.body.innerHTML = '<div id="app"></div>';
  if (kept) localStorage.setItem(APPEARANCE_KEY, kept);
  vi.stubGlobal('matchMedia', () => ({ matches: system }));
  applyAppearance(pathname);
  return [
    document.querySelector('#app .bar-to-come img') !== null,
    document.documentElement.classList.contains('dekkor-dark'),
  ];
}

it.each([
  ['/', false],
  ['/kits/plywood@1.0.0', false],
  ['/p/one', true],
  ['/p/one/compose/find', true],
  ['/p/one/rebrand', true],
  ['/p/one/tryout', true],
  // Nothing of the workshop stands around what is tried.
  ['/p/one/try', false],
  ['/p/one/try/find', false],
  ['/r/token/find', false],
])('%s begins with the bar of a project: %s', (pathname, bar) => {
  expect(seen(pathname)[0]).toBe(bar);
});
it.each([
  ['', false, false],
  ['', true, true],
  ['system', true, true],
  ['day', true, false],
  ['night', false, true],
])('kept “%s”, on a system by night: %s, it begins by night: %s', (kept, system, night) => {
  expect(seen('/', kept, system)[1]).toBe(night);
});
