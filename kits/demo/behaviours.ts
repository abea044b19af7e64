import { aboutThing, readSentence, type Kit, type KitRef, type Project, type Screen } from '../../core/index.js';

/** What things of the demo do, by screen and thing: said as a designer says it. */
const SAID: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>> = {
  find: {
    'find-8': ['when its action is pressed, go to Sailings'],
    'find-10': ['when pressed, go to Sailings'],
    'find-11': ['when pressed, go to Sailings'],
  },
  sailings: {
    'sailings-1/left': ['when pressed, go back'],
    'sailings-3': ['when pressed, go to Sailing detail'],
    'sailings-5': ['when pressed, go to Service notice'],
  },
  detail: {
    'detail-1/left': ['when pressed, go back'],
    'detail-10': ['when changed, if score is 5, set words to “Thank you for five stars”'],
    'detail-11': ['when its action is pressed, go to Who is coming'],
  },
  who: {
    'who-1/left': ['when pressed, go back'],
    'who-8': ['when changed, set error to off'],
    'who-11': [
      'when pressed, if content of Full name is filled, go to Cabin or deck',
      'when pressed, if content of Full name is empty, set error of Full name to on',
    ],
  },
  cabin: {
    'cabin-1/left': ['when pressed, go back'],
    'cabin-5': ['when its action is pressed, go to Pay'],
    'cabin-6': ['when its action is pressed, go to Pay'],
    'cabin-loose-7': ['when pressed, go to Pay'],
  },
  pay: {
    'pay-1/left': ['when pressed, go back'],
    'pay-11': ['when pressed, set text to “One moment”, then wait 600 ms, then go to Boarding pass'],
  },
  pass: {
    'pass-1/left': ['when pressed, go to My trips'],
    'pass-9': ['when pressed, set text to “In your wallet”, then wait 1 s, then go to Boarding now'],
  },
  trips: {
    'trips-1/left': ['when pressed, go to Find a crossing'],
    'trips-4': ['when pressed, go to Boarding pass'],
    'trips-6': ['when its action is pressed, go to Find a crossing'],
  },
  notice: {
    'notice-1/left': ['when pressed, go back'],
    'notice-7': ['when pressed, go to Sailings'],
  },
  boarding: {
    'boarding-1/left': ['when pressed, go back'],
    'boarding-4': ['when pressed, show Have your pass ready'],
    'boarding-5': ['when pressed, show Have your pass ready'],
    'boarding-6': ['when its action is pressed, go to Boarding pass'],
  },
};

/** What lies over its screen until it is called for. */
const OVER: ReadonlySet<string> = new Set(['boarding-6']);
const laidOver = (s: Screen): Screen => {
  const ids = Object.keys(s.nodes).filter((id) => OVER.has(id));
  const overlay = ids.map((id) => {
    const n = s.nodes[id];
    return [id, { ...n, attrs: { ...n?.attrs, overlay: 'middle' } }] as const;
  });
  return overlay.length === 0
    ? s
    : { ...s, nodes: { ...s.nodes, ...(Object.fromEntries(overlay) as Screen['nodes']) } };
};

/** The demo with what its things do. Throws where a sentence cannot be read. */
export function withInteractions(project: Project, kits: ReadonlyMap<KitRef, Kit>): Project {
  const world = { project: { ...project, screens: project.screens.map(laidOver) }, kits };
  return {
    ...project,
    screens: project.screens.map(laidOver).map((s): Screen => {
      const all = SAID[s.id];
      if (!all) return s;
      const nodes = { ...s.nodes };
      for (const [key, sentences] of Object.entries(all)) {
        // Of a part of a thing: what stands after its id.
        const [id = '', ...at] = key.split('/');
        const node = nodes[id];
        if (!node) throw new Error(`${s.name} has no ${id}`);
        const interactions = sentences.map((text, i) => {
          const got = readSentence(aboutThing(world, s, id), text);
          if (!got.ok) throw new Error(`${s.name}, ${id}: ${got.problem}`);
          const part = at.length > 0 && node.type === 'instance' ? { part: { home: node.component, at } } : {};
          return { id: `${id}-does-${i + 1}`, ...part, ...got.interaction };
        });
        nodes[id] = { ...node, interactions: interactions };
      }
      return { ...s, nodes };
    }),
  };
}
