import type { Screen } from './project.js';

/** A screen with nothing on it but its ground. Width and height in px; `null`: as tall as its content. */
export function blankScreen(
  id: string,
  name: string,
  flow: string,
  device: Screen['device'],
  width: number,
  height: number | null,
): Screen {
  return {
    id,
    name,
    flow,
    device,
    width,
    height,
    root: 'root',
    nodes: {
      root: {
        id: 'root',
        type: 'box',
        name: 'Screen',
        attrs: { flow: 'column', gap: '{means:gap}', padding: '{means:space-m}', fill: '{means:page}' },
        children: [],
      },
    },
  };
}
