/** The groups in which commands are listed. */
export const GROUPS = ['Place', 'Select', 'Change', 'Look'] as const;
type Group = (typeof GROUPS)[number];
/**
 * When a command's keys mean it: `always`; `screen`: while a screen is open and nobody types; `outline`: in the Outline; `text`:
 * while a text is typed; `label`: on the label of a screen; `clipboard`: the browser says so itself; `pointer`: with the pointer.
 */
export type When = 'always' | 'screen' | 'outline' | 'text' | 'label' | 'clipboard' | 'pointer';
interface CommandEntry {
  readonly group: Group;
  readonly name: string;
  /** Chords: `Ctrl`, `Alt` and `Shift` in this order, then the key as the browser names it, letters small. */
  readonly keys: readonly string[];
  readonly when: When;
}

/** Everything that has keys: what is listed, what the keys mean, and what tooltips say. */
export const COMMANDS = {
  placeLine: { group: 'Place', name: 'Place line', keys: ['/'], when: 'always' },
  newLine: { group: 'Place', name: 'In the Outline: a line below', keys: ['Enter'], when: 'outline' },
  paste: { group: 'Place', name: 'Paste; several lines become an outline', keys: ['Ctrl+v'], when: 'clipboard' },
  pasteOver: { group: 'Place', name: 'Paste in place of the selection', keys: ['Ctrl+Shift+v'], when: 'clipboard' },
  series: { group: 'Place', name: 'Series: repeat it, or one more item', keys: ['r'], when: 'screen' },
  content: { group: 'Place', name: 'Content sets', keys: ['c'], when: 'screen' },

  previous: { group: 'Select', name: 'Previous thing', keys: ['ArrowUp'], when: 'screen' },
  next: { group: 'Select', name: 'Next thing', keys: ['ArrowDown'], when: 'screen' },
  previousToo: { group: 'Select', name: 'Previous thing as well', keys: ['Shift+ArrowUp'], when: 'screen' },
  nextToo: { group: 'Select', name: 'Next thing as well', keys: ['Shift+ArrowDown'], when: 'screen' },
  out: { group: 'Select', name: 'One step out', keys: ['Escape'], when: 'screen' },
  all: { group: 'Select', name: 'Everything; again: all screens of the flow', keys: ['Ctrl+a'], when: 'screen' },
  alikeHere: { group: 'Select', name: 'All alike on this screen', keys: ['a'], when: 'screen' },
  alikeAnywhere: { group: 'Select', name: 'All alike in the project', keys: ['Shift+a'], when: 'screen' },
  under: { group: 'Select', name: 'What lies under the pointer', keys: ['Ctrl+click'], when: 'pointer' },
  previousScreen: { group: 'Select', name: 'Previous screen', keys: ['['], when: 'screen' },
  nextScreen: { group: 'Select', name: 'Next screen', keys: [']'], when: 'screen' },
  walkScreens: {
    group: 'Select',
    name: 'On a screen’s name: the screen beside it',
    keys: ['ArrowLeft', 'ArrowRight'],
    when: 'label',
  },
  lasso: { group: 'Select', name: 'On the Wall: all screens in a rectangle', keys: ['Shift+drag'], when: 'pointer' },
  pickScreen: { group: 'Select', name: 'On a screen’s name: this screen as well', keys: ['Space'], when: 'label' },

  write: { group: 'Change', name: 'Edit the text', keys: ['Enter'], when: 'screen' },
  nextText: { group: 'Change', name: 'In a text: the next text', keys: ['Tab'], when: 'text' },
  moveIn: { group: 'Change', name: 'In the Outline: into what stands before', keys: ['Tab'], when: 'outline' },
  moveOut: { group: 'Change', name: 'In the Outline: out of what it stands in', keys: ['Shift+Tab'], when: 'outline' },
  writeLine: { group: 'Change', name: 'In the Outline: edit the text of the line', keys: ['F2'], when: 'outline' },
  leftwards: {
    group: 'Change',
    name: 'In a free box: arrows move it by a step, Shift by ten, Alt by 1 px',
    keys: ['ArrowLeft', 'Shift+ArrowLeft'],
    when: 'screen',
  },
  rightwards: {
    group: 'Change',
    name: 'In a free box: to the right',
    keys: ['ArrowRight', 'Shift+ArrowRight'],
    when: 'screen',
  },
  nudgeUp: { group: 'Change', name: 'Move up', keys: ['Alt+ArrowUp'], when: 'screen' },
  nudgeDown: { group: 'Change', name: 'Move down', keys: ['Alt+ArrowDown'], when: 'screen' },
  nudgeIn: { group: 'Change', name: 'Move in', keys: ['Alt+ArrowRight'], when: 'screen' },
  nudgeOut: { group: 'Change', name: 'Move out', keys: ['Alt+ArrowLeft'], when: 'screen' },
  duplicate: { group: 'Change', name: 'Duplicate', keys: ['Ctrl+d'], when: 'screen' },
  make: { group: 'Change', name: 'Make a component of it', keys: ['m'], when: 'screen' },
  workbench: { group: 'Change', name: 'Workbench: its original, in all looks', keys: ['w'], when: 'screen' },
  promote: { group: 'Change', name: 'Promote what is yours into the original', keys: ['p'], when: 'screen' },
  detach: { group: 'Change', name: 'Unlink: plain parts', keys: ['u'], when: 'screen' },
  reattach: { group: 'Change', name: 'Link again, or to another component', keys: ['Shift+u'], when: 'screen' },
  copyOverrides: { group: 'Change', name: 'Copy settings', keys: ['y'], when: 'screen' },
  pasteOverrides: { group: 'Change', name: 'Paste settings', keys: ['Shift+y'], when: 'screen' },
  wrap: { group: 'Change', name: 'Wrap in a column', keys: ['Ctrl+g'], when: 'screen' },
  unwrap: { group: 'Change', name: 'Unwrap', keys: ['Ctrl+Shift+g'], when: 'screen' },
  remove: {
    group: 'Change',
    name: 'Delete; hides a part of an instance',
    keys: ['Delete', 'Backspace'],
    when: 'screen',
  },
  back: { group: 'Change', name: 'Back to kit', keys: ['Shift+Backspace', 'Shift+Delete'], when: 'screen' },
  tryOn: { group: 'Change', name: 'Try on', keys: ['s'], when: 'screen' },
  undo: { group: 'Change', name: 'Undo', keys: ['Ctrl+z'], when: 'always' },
  redo: { group: 'Change', name: 'Redo', keys: ['Ctrl+Shift+z', 'Ctrl+y'], when: 'always' },
  copy: { group: 'Change', name: 'Copy', keys: ['Ctrl+c'], when: 'clipboard' },
  cut: { group: 'Change', name: 'Cut', keys: ['Ctrl+x'], when: 'clipboard' },

  nameScreens: { group: 'Change', name: 'Rename screens by a pattern', keys: ['n'], when: 'screen' },
  sheet: { group: 'Look', name: 'Contact sheet of the screens', keys: ['Ctrl+p'], when: 'screen' },
  find: { group: 'Look', name: 'Find: screens, things, components, commands', keys: ['Ctrl+k'], when: 'always' },
  nextOver: { group: 'Look', name: 'What lies over the screen: the next, then none', keys: ['o'], when: 'screen' },
  fold: {
    group: 'Look',
    name: 'As its device shows it, to be scrolled; again: all of it',
    keys: ['f'],
    when: 'screen',
  },
  lens: { group: 'Look', name: 'Next lens', keys: ['l'], when: 'screen' },
  tryIt: { group: 'Look', name: 'Try it: as somebody uses it', keys: ['Ctrl+Enter'], when: 'screen' },
  night: { group: 'Look', name: 'Dekkor by night, or by day', keys: ['Shift+l'], when: 'screen' },
  wholeWall: { group: 'Look', name: 'All screens', keys: ['g'], when: 'screen' },
  thisScreen: { group: 'Look', name: 'This screen', keys: ['Shift+g'], when: 'screen' },
  zoomIn: { group: 'Look', name: 'Zoom in; also Ctrl+wheel', keys: ['+', '='], when: 'screen' },
  zoomOut: { group: 'Look', name: 'Zoom out', keys: ['-'], when: 'screen' },
  distances: { group: 'Look', name: 'Distances, while it is held', keys: ['d'], when: 'screen' },
  dragLoose: { group: 'Look', name: 'While dragging in a free box: off the lines', keys: ['Ctrl'], when: 'pointer' },
  moveWall: { group: 'Look', name: 'Move the Wall', keys: ['Space+drag'], when: 'pointer' },
  foldOutline: { group: 'Look', name: 'Fold the Outline', keys: [','], when: 'screen' },
  foldDetails: { group: 'Look', name: 'Fold Details', keys: ['.'], when: 'screen' },
  foldShelf: { group: 'Look', name: 'Fold the Shelf', keys: [';'], when: 'screen' },
  dragCopy: { group: 'Look', name: 'While dragging: copy instead of moving', keys: ['Alt'], when: 'pointer' },
  dragLeave: { group: 'Look', name: 'While dragging: leave everything as it was', keys: ['Escape'], when: 'pointer' },
  keys: { group: 'Look', name: 'These keys', keys: ['?'], when: 'always' },
} as const satisfies Readonly<Record<string, CommandEntry>>;
export type CommandId = keyof typeof COMMANDS;
/** Commands that a table of actions must run: the rest belong to one control or to the browser. */
export type RunId = {
  readonly [K in CommandId]: (typeof COMMANDS)[K]['when'] extends 'always' | 'screen' ? K : never;
}[CommandId];
const entries = Object.entries(COMMANDS) as unknown as readonly (readonly [CommandId, CommandEntry])[];

type Press = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;
/** What is pressed, as a chord. Signs are named as they come out, so Shift says nothing more there. */
export function chordOf(event: Press): string {
  const sign = event.key.length === 1 && event.key.toLowerCase() === event.key.toUpperCase() && event.key !== ' ';
  const key = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${event.shiftKey && !sign ? 'Shift+' : ''}${key}`;
}
/** Which command a press means in any of these places, if one. */
export function commandOf<W extends When>(
  event: Press,
  ...places: readonly W[]
): { readonly [K in CommandId]: (typeof COMMANDS)[K]['when'] extends W ? K : never }[CommandId] | null {
  const chord = chordOf(event);
  const found = entries.find(([, c]) => (places as readonly When[]).includes(c.when) && c.keys.includes(chord));
  return (found?.[0] ?? null) as ReturnType<typeof commandOf<W>>;
}

const SHOWN: Readonly<Record<string, string>> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  '-': '−',
};
/** A command's keys as they are told to people: the first chord, or all of them. */
export function keysOf(id: CommandId, every = false): string {
  const told = COMMANDS[id].keys.map((k) => {
    const cut = k.lastIndexOf('+', k.length - 2);
    const key = k.slice(cut + 1);
    return `${k.slice(0, cut + 1)}${SHOWN[key] ?? key}`;
  });
  return every ? told.join(', ') : (told[0] ?? '');
}
/** What a tooltip says of a command: what it does, and its keys. */
export const tip = (id: CommandId, says: string = COMMANDS[id].name): string => {
  let keys = told.get(id);
  if (keys === undefined) told.set(id, (keys = keysOf(id)));
  return `${says} (${keys})`;
};
const told = new Map<CommandId, string>();
/** All commands of a group, in the order they are listed. */
export const ofGroup = (
  group: Group,
): readonly { readonly id: CommandId; readonly name: string; readonly keys: string }[] =>
  entries.filter(([, c]) => c.group === group).map(([id, c]) => ({ id, name: c.name, keys: keysOf(id, true) }));
