import type { Json } from '../../core/index.js';
import { ROLE_DOCS } from './roleDocs.js';
import type { Part } from './write.js';

/** What a docs page says that the contract does not: when a component is right, when another is, samples, and for whom. */
interface Page {
  readonly use: string;
  readonly instead: string;
  /** Place lines, drawn live. */
  readonly samples: readonly string[];
  readonly access: string;
}
type Pages = Readonly<Record<string, Page>>;

/** One page in Markdown: samples first, then when it is right, what each use can choose, and how everybody can use it. */
function page(c: Part, p: Page): string {
  const props = (c['props'] ?? []) as readonly {
    readonly name: string;
    readonly kind: string;
    readonly description: string;
    readonly options?: readonly { readonly name: string }[];
  }[];
  const slots = (c['slots'] ?? []) as readonly { readonly name: string; readonly description: string }[];
  const rows = props.map(
    (x) =>
      `| ${x.name} | ${x.options ? x.options.map((o) => o.name.toLowerCase()).join(', ') : x.kind} | ${x.description} |`,
  );
  return [
    String(c['summary']),
    '',
    '```sample',
    ...p.samples,
    '```',
    '',
    '## When it is right',
    '',
    p.use,
    '',
    p.instead,
    '',
    ...(rows.length > 0
      ? [
          '## What each use can choose',
          '',
          '| Property | Choices | What it is for |',
          '| --- | --- | --- |',
          ...rows,
          '',
        ]
      : []),
    ...(slots.length > 0
      ? ['## What goes inside', '', ...slots.map((s) => `- **${s.name}**: ${s.description}`), '']
      : []),
    '## For everybody',
    '',
    p.access,
    '',
  ].join('\n');
}

/** The components of a kit, those that have a page with it. A page for a component that is not there does not build. */
export function documented(components: readonly Part[], pages: Pages): readonly Part[] {
  const missing = Object.keys(pages).find((id) => !components.some((c) => c['id'] === id));
  if (missing) throw new Error(`There is a docs page for ${missing}, and no such component`);
  return components.map((c): Part => {
    const p = pages[String(c['id'])] ?? ofRole(c, components);
    return p ? { ...c, docs: page(c, p) as Json } : c;
  });
}
/** What holds for its role, in the words of its kit. */
function ofRole(c: Part, components: readonly Part[]): Page | undefined {
  const known = ROLE_DOCS[String(c['role'])];
  if (!known) return undefined;
  const named = (text: string): string =>
    text
      .split(/(?<=\.)\s+|(?<=;)\s+/u)
      .flatMap((sentence) => {
        let whole = true;
        const said = sentence.replace(/\{([a-z]+)\}/gu, (_, role: string) => {
          const found = components.find((x) => x['role'] === role);
          whole &&= found !== undefined;
          return `**${String(found?.['name'] ?? role)}**`;
        });
        return whole ? [said] : [];
      })
      .join(' ')
      .replace(/;$/u, '.');
  const [use, instead, access] = known.map(named);
  // A column is also a way to arrange things: it is shown in what it is a part of.
  const table = components.find((x) => x['role'] === 'table')?.['name'];
  const sample = c['role'] === 'column' && table !== undefined ? `${String(table)} of 4 people` : String(c['name']);
  return { use: use ?? '', instead: instead ?? '', samples: [sample], access: access ?? '' };
}

export const plywoodPages: Pages = {
  button: {
    use: 'For what somebody came to do on this screen. One **Main** button a screen; everything beside it is **Plain**. **Warning** is for what cannot be taken back.',
    instead: 'Words that lead to another screen are a **Link**. A drawing alone is an **Icon button**.',
    samples: ['Button Book a hut', 'Button plain Cancel, warning Give it back'],
    access:
      'The label says what happens: “Book a hut”, not “OK”. At least 24 px tall in every size; a ring shows the focus.',
  },
  'icon-button': {
    use: 'In bars and rows, where there is no room for words and the drawing is known: back, close, search, more.',
    instead: 'Where the drawing has to be guessed, use a **Button** with an icon.',
    samples: ['Row with Icon button search, Icon button x'],
    access: 'Its name is read aloud and shown as a tooltip; it is never left empty.',
  },
  link: {
    use: 'Within text, and at the end of a list, to go somewhere.',
    instead: 'What does something on this screen is a **Button**.',
    samples: ['Link All huts'],
    access: 'Underlined, so that colour is not the only sign. Says where it leads when read alone.',
  },
  field: {
    use: 'For one line that somebody types: a name, a date, a number. The label stays above what is typed.',
    instead: 'One of a few known answers is a **Select** or **Radio**; yes or no is a **Checkbox**.',
    samples: [
      'Field "Full name": "Solveig Aas"',
      'Field "E-mail" with Hint "name@place", Wrong on, Note "There is no @ in it."',
    ],
    access:
      'Label and note belong to the field and are read with it. What is wrong is said in words below, not by colour alone.',
  },
  select: {
    use: 'For one of five or more known answers.',
    instead: 'Up to four answers are quicker as **Radios**; thousands need a **Search field**.',
    samples: ['Select "From": "Valley station"'],
    access: 'Opens with Enter or the arrow keys; the value is read after the label.',
  },
  search: {
    use: 'Above a list that is longer than the screen.',
    instead: 'For a filter with a few known values, use a **Filter row**.',
    samples: ['Search field'],
    access: 'Its hint is no label: the place it stands in says what is searched.',
  },
  checkbox: {
    use: 'For yes or no, and for any number out of several. It counts when the form is sent.',
    instead: 'What takes effect at once is a **Switch**. One out of several is a **Radio**.',
    samples: ['Checkbox "Breakfast" with Note "From six on", Ticked on', 'Checkbox "Sheets"'],
    access: 'The whole line can be pressed. The label is a thing, so that “yes” means something.',
  },
  radio: {
    use: 'For one out of two to four, all to be seen at once.',
    instead: 'More than four are a **Select**.',
    samples: ['Radio "Shared room" with Chosen on', 'Radio "Room for two"'],
    access: 'Arrow keys go from one to the next within the group.',
  },
  switch: {
    use: 'For a setting that takes effect at once.',
    instead: 'In a form that is sent, use a **Checkbox**.',
    samples: ['Switch "Warn me of storms" with On on'],
    access: 'Says what is on, and is true when on: “Warn me of storms”, not “Off / On”.',
  },
  'top-bar': {
    use: 'Along the top of every phone screen: where one is, the way back at the start, one thing to do at the end.',
    instead: 'On desktop screens use the **Navigation bar**.',
    samples: ['Top bar "Lark Hut" with Note "1,240 m", Start icon arrow-left, End icon share'],
    access: 'The title is the screen’s first heading. Both icons are named.',
  },
  'tab-bar': {
    use: 'For the three to five main places of an app, along the bottom of the screens that are one of them.',
    instead: 'Sheets of one thing are **Tabs**. More than five places are a **Side menu**.',
    samples: ['Tab bar Tours (map), Huts (house), Passes (ticket), You (user)'],
    access: 'Each place has a word under its drawing. The current one differs in more than colour.',
  },
  tabs: {
    use: 'To switch between sheets of one thing, side by side.',
    instead: 'The main places of an app are a **Tab bar**.',
    samples: ['Tabs "Rooms", "Getting there", "Reviews"'],
    access: 'Arrow keys go from tab to tab; what they show follows in reading order.',
  },
  'list-item': {
    use: 'One line of a list: what it is, a note below, a detail at the end. **Arrow** when it leads somewhere.',
    instead: 'What has a picture and something to press is a **Card**. Several columns are a **Table**.',
    samples: [
      'List item "Lark Hut" with Note "18 beds", Detail "€ 34", Icon house, Arrow',
      'List item "Crow Hut" with Note "9 beds", Detail "€ 28", Icon house, Arrow',
    ],
    access: 'The whole line can be pressed when it leads somewhere, and is at least 44 px tall.',
  },
  card: {
    use: 'For one thing among others that has a heading, some words and something to press. Anything can stand inside.',
    instead: 'Lines that are compared are **List items** or a **Table**.',
    samples: ['Card "Lark Hut" with Text "A warm kitchen above the tree line.", Action "Book"'],
    access: 'The heading is a heading. Only the action is pressed, so that what is inside can be used by itself.',
  },
  notice: {
    use: 'For something to know now, on the screen it is about. **Bad** for what went wrong, with what to do.',
    instead: 'A question that waits for an answer is a **Dialog**.',
    samples: ['Notice "Storm on Friday" with Text "The upper path is closed.", Kind Bad, Action "See other paths"'],
    access: 'Read aloud when it appears. Its kind is told by drawing and words, too.',
  },
  dialog: {
    use: 'For a question that must be answered before anything else. Put what the answer needs inside it.',
    instead: 'What only informs is a **Notice**.',
    samples: [
      'Dialog "Give the booking back?" with Text "The money comes within three days.", Yes "Give back", No "Keep it"',
    ],
    access: 'Takes the focus, keeps it, and gives it back. Escape is the same as No.',
  },
  empty: {
    use: 'Where a list would stand and nothing is yet: what belongs here, and how it comes.',
    instead: 'While something is loading, show **Progress**.',
    samples: ['Empty state "No passes yet" with Text "Passes you buy stand here.", Action "Buy a pass"'],
    access: 'The drawing is decoration and is not read.',
  },
  table: {
    use: 'For rows that are compared column by column. Make it from a content set: one column for each of its own.',
    instead: 'On a phone, use **List items**.',
    samples: ['Table of 4 people'],
    access: 'Columns have headings; numbers stand at the end, so that they can be compared.',
  },
};

export const skerryPages: Pages = {
  action: {
    use: 'For what a traveller came to do. One **Strong** action a screen, in buoy red; **Quiet** beside it, **Bare** in rows, **Danger** for what gives something up.',
    instead: 'Words that lead somewhere are a **Text link**; a drawing alone is a **Round action**.',
    samples: [
      'Action "Find sailings" with Tone Strong',
      'Action "Add a traveller" with Icon first plus',
      'Action "Give the ticket back" with Tone Danger',
    ],
    access: 'Says what happens, with the price where there is one: “Pay € 144”. 48 px tall; compact only with a mouse.',
  },
  'round-action': {
    use: 'In mastheads and on maps, for what everybody knows by its drawing.',
    instead: 'Where words fit, use an **Action**.',
    samples: ['Round action plus', 'Round action share'],
    access: 'What it says is read aloud and shown as a tooltip.',
  },
  'text-link': {
    use: 'At the end of a section: “All sailings on 14 June”.',
    instead: 'What changes something is an **Action**.',
    samples: ['Text link "All sailings" with Icon last arrow-right'],
    access: 'Underlined; says where it leads when it is read alone.',
  },
  entry: {
    use: 'For one line that is typed. The caption moves inside the frame and stays there.',
    instead: 'Known answers are a **Chooser**.',
    samples: [
      'Entry "Full name": "Asta Lindqvist"',
      'Entry "Booking" with Prompt "Six letters", Error on, Help "NX- and four figures, for instance NX-4182."',
    ],
    access: 'Caption, help and error are read with what is typed. Errors say what to write.',
  },
  chooser: {
    use: 'For one port, boat or day out of many.',
    instead: 'Up to four are **Options**.',
    samples: ['Chooser From: Port Ellery', 'Chooser To: Skerrow'],
    access: 'Opens with Enter; typing goes to the first that begins so.',
  },
  tick: {
    use: 'For yes or no in a form that is sent.',
    instead: 'What takes effect at once is a **Toggle**.',
    samples: ['Tick "Send the boarding pass to everybody" with Set on'],
    access: 'The whole line can be pressed.',
  },
  option: {
    use: 'For one out of a few ways to travel or to pay.',
    instead: 'More than four are a **Chooser**.',
    samples: ['Option "Card ending 4410" with Picked on, Help "Expires 09/28"', 'Option "Pay on board"'],
    access: 'Arrow keys go from one to the next.',
  },
  toggle: {
    use: 'For a setting that takes effect at once, such as a warning.',
    instead: 'In a form, use a **Tick**.',
    samples: ['Toggle "Tell me when it changes" with Running on'],
    access: 'True when on; says what is on.',
  },
  'pill-row': {
    use: 'To narrow a list by a few known values, above it.',
    instead: 'To look for words, use a **Lookup**.',
    samples: ['Pill row "Any time", "Morning", "Evening", "With a car"'],
    access: 'Each pill says whether it is active, not by colour alone.',
  },
  masthead: {
    use: 'Along the top of every phone screen, on navy: where one is, the way back, one thing to do. **Light** while something urgent is on.',
    instead: 'On desktop screens use the **Bridge**.',
    samples: [
      'Masthead "Sailings" with Under "Port Ellery to Skerrow, 14 June", Left icon arrow-left, Right icon filter',
    ],
    access: 'Words on navy are at least 7 : 1. Both icons are named.',
  },
  dock: {
    use: 'For the main places of the app, along the bottom.',
    instead: 'Sheets of one thing are **Leaves**.',
    samples: ['Dock Book (ticket), Trips (luggage), Boats (ship), You (user)'],
    access: 'Every place has a word. The place one is in has a ground as well as a colour.',
  },
  leaves: {
    use: 'To switch between leaves of one thing: deck, cabin, lounge.',
    instead: 'The main places are a **Dock**.',
    samples: ['Leaves "Deck", "Cabin", "Lounge"'],
    access: 'Arrow keys turn the leaves.',
  },
  row: {
    use: 'One sailing, traveller or amount of a list. What is at the end stays whole when the words in the middle are long.',
    instead: 'What has a picture and an action is a **Card**; columns to compare are a **Table**.',
    samples: [
      'Listing "09:15" with Under "Port Ellery to Skerrow", End "MV Fulmar", Glyph ship',
      'Listing "12:40" with Under "Port Ellery to Gull Holm", End "MV Petrel", Glyph sailboat, Leads on',
    ],
    access: 'At least 56 px tall when it leads somewhere; read as one sentence.',
  },
  'panel-card': {
    use: 'For one thing to choose: a cabin, a trip. Put tags and listings into its body. **Raised** for the one that matters most.',
    instead: 'Lines to compare are **Listings**.',
    samples: ['Card "Outside cabin" with Note "Two berths, a window, shower.", Button "Take it, € 74"'],
    access: 'The title is a heading; only the button is pressed.',
  },
  message: {
    use: 'For something to know now: a change, a delay, that all went well. Says what stays as it is.',
    instead: 'A question over the screen is a **Sheet**.',
    samples: [
      'Message "The 18:05 leaves at 19:10" with Body "Strong wind off Gull Holm. Your booking stays as it is.", Mood Rough',
    ],
    access: 'Read aloud when it appears; its mood is told by a drawing, too.',
  },
  sheet: {
    use: 'For a question over the screen. Its content can be anything: a listing, a picture beside words, a form part.',
    instead: 'What only informs is a **Message**.',
    samples: [
      'Sheet "Have your pass ready" with Body "The crew reads it at the ramp.", Go "Show the pass", Back "Later"',
    ],
    access: 'Takes the focus and gives it back; Back is what Escape does.',
  },
  calm: {
    use: 'Where a list would stand and nothing is yet.',
    instead: 'While something is loading, show the **Tide**.',
    samples: ['Calm sea "Nothing after July" with Glyph compass, Button "Find a crossing"'],
    access: 'The drawing is decoration and is not read.',
  },
  ledger: {
    use: 'For the deck desk: manifests, berths, fares. Make it from a content set and set the spacing for all of it.',
    instead: 'On a phone, use **Listings**.',
    samples: ['Table of 4 people with Spacing Close'],
    access: 'Columns have heads; figures stand at the end.',
  },
};
