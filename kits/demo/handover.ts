import { overrideKey, treeOfScreen, type Edit, type Project } from '../../core/index.js';

/** The demo as it was a round earlier, and what was changed since. */
export function earlier(demo: Project): { readonly first: Project; readonly edit: Edit } {
  const pay = demo.screens.find((s) => s.id === 'pay');
  const button = pay?.nodes['pay-11'];
  const text =
    button?.type === 'instance'
      ? button.overrides.find((s) => s.kind === 'prop' && typeof s.value === 'string')
      : undefined;
  if (!pay || button?.type !== 'instance' || !text) throw new Error('The demo has no button to pay with');
  const was = { ...text, value: 'Go on' };
  const node = { ...button, overrides: button.overrides.map((s) => (s === text ? was : s)) };
  const first = {
    ...demo,
    screens: demo.screens.map((s) =>
      s === pay ? { ...s, name: 'Payment', nodes: { ...s.nodes, [node.id]: node } } : s,
    ),
  };
  return {
    first,
    edit: {
      id: 'demo-after-the-review',
      label: 'Say on the button what is paid',
      by: 'demo',
      steps: [
        { do: 'override', tree: treeOfScreen(pay), node: node.id, key: overrideKey(text), value: text },
        { do: 'setScreen', screen: pay.id, field: 'name', value: pay.name },
      ],
    },
  };
}

/** What was said by those who came by the link. `after`: in answer to one of them, by the designer. */
export const COMMENTS: readonly {
  readonly screen: string;
  readonly node: string;
  readonly author: string;
  readonly words: string;
  readonly answer?: string;
  readonly settled?: boolean;
}[] = [
  {
    screen: 'sailings',
    node: 'sailings-5',
    author: 'Asta Lund, harbour office',
    words: 'Good that the rough weather stands here. Could it say until when we expect it?',
  },
  {
    screen: 'pay',
    node: 'pay-11',
    author: 'Jonas Vik, crossings',
    words: 'Nobody in the tests knew that this pays at once. It should say so.',
    answer: 'It says the sum now: have a look.',
    settled: true,
  },
  {
    screen: 'pass',
    node: 'pass-9',
    author: 'Asta Lund, harbour office',
    words: 'Our scanners need this code a little larger on small telephones.',
  },
];

/** Walks of made-up people through the booking: by which screens, how they ended, and how long each screen took them (s). */
const WAYS: readonly {
  readonly outcome: 'done' | 'given up';
  readonly at: readonly (readonly [screen: string, seconds: number, miss?: boolean])[];
}[] = [
  {
    outcome: 'done',
    at: [
      ['find', 9],
      ['sailings', 7],
      ['detail', 12],
      ['who', 14],
      ['cabin', 8],
      ['pay', 6],
      ['pass', 0],
    ],
  },
  {
    outcome: 'done',
    at: [
      ['find', 6],
      ['sailings', 5, true],
      ['detail', 9],
      ['who', 22, true],
      ['cabin', 6],
      ['pay', 5],
      ['pass', 0],
    ],
  },
  {
    outcome: 'done',
    at: [
      ['find', 12],
      ['sailings', 9],
      ['notice', 8],
      ['sailings', 4],
      ['detail', 10],
      ['who', 16],
      ['cabin', 11],
      ['pay', 7],
      ['pass', 0],
    ],
  },
  {
    outcome: 'given up',
    at: [
      ['find', 8],
      ['sailings', 6],
      ['detail', 15, true],
      ['who', 41, true],
    ],
  },
  {
    outcome: 'done',
    at: [
      ['find', 7],
      ['sailings', 6],
      ['detail', 8],
      ['who', 12],
      ['cabin', 7],
      ['pay', 9, true],
      ['pass', 0],
    ],
  },
  {
    outcome: 'done',
    at: [
      ['find', 10],
      ['sailings', 8],
      ['detail', 11],
      ['who', 18],
      ['cabin', 9],
      ['pay', 5],
      ['pass', 0],
    ],
  },
  {
    outcome: 'given up',
    at: [
      ['find', 11],
      ['sailings', 13, true],
      ['notice', 9],
      ['sailings', 12, true],
    ],
  },
];
/** Where what leads on is pressed, and where people look for it in vain: px. */
const SPOTS: Readonly<Record<string, readonly [on: readonly [number, number], beside: readonly [number, number]]>> = {
  find: [
    [82, 375],
    [200, 520],
  ],
  sailings: [
    [180, 170],
    [330, 420],
  ],
  detail: [
    [105, 760],
    [210, 560],
  ],
  who: [
    [120, 705],
    [195, 520],
  ],
  cabin: [
    [100, 495],
    [190, 300],
  ],
  pay: [
    [120, 720],
    [210, 330],
  ],
  notice: [
    [28, 30],
    [200, 480],
  ],
};
export const TASK = { task: 'Book a crossing to Skerrow and show your boarding pass', start: 'find', goal: 'pass' };
export const SESSIONS = WAYS.map(({ outcome, at }, n) => {
  let ms = 0;
  const events = at.flatMap(([screen, seconds, miss], i) => {
    const from = ms;
    ms += seconds * 1000;
    const [on, beside] = SPOTS[screen] ?? [
      [195, 400],
      [195, 600],
    ];
    const by = ((n * 7 + i * 5) % 13) - 6;
    const press = (spot: readonly [number, number], hit: boolean, when: number) => ({
      ms: when,
      kind: 'press' as const,
      screen,
      x: spot[0] + by * 2,
      y: spot[1] + by,
      hit,
    });
    return [
      { ms: from, kind: 'screen' as const, screen },
      ...(miss ? [press(beside, false, from + Math.round(seconds * 600))] : []),
      ...(seconds > 0 && (i < at.length - 1 || outcome === 'done') ? [press(on, true, ms - 40)] : []),
    ];
  });
  return { outcome, took: ms, events };
});
