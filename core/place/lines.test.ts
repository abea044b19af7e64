import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  buildPieces,
  mainProp,
  readPlaceLine,
  vocabulary,
  type Kit,
  type PlaceContext,
  type PlaceItem,
} from '../index.js';

const { kits } = shippedKits();
const plywood = [...kits.values()].find((k) => k.id === 'plywood') as Kit;
const things = vocabulary(plywood);

/** An item as one would write it down: `2 Button[Save, Cancel]`, `Card(Button)`. */
function show(i: PlaceItem): string {
  const props = i.thing.kind === 'component' ? i.thing.component.contract.props : [];
  const main = i.thing.kind === 'component' ? mainProp(props)?.id : 'text';
  const list = props.find((p) => p.kind === 'list' && p.means === 'items' && i.thing.role !== 'column');
  const says = i.values.flatMap((v) => [
    ...(main !== undefined && typeof v[main] === 'string' ? [v[main]] : []),
    ...(list && Array.isArray(v[list.id]) ? [`${(v[list.id] as unknown[]).length} items`] : []),
  ]);
  const rows = i.rows ? ` of ${i.rows.rows.length} rows` : '';
  return `${i.count > 1 ? `${i.count} ` : ''}${i.thing.name}${rows}${says.length > 0 ? `[${says.join(', ')}]` : ''}${i.children.length > 0 ? `(${i.children.map(show).join('; ')})` : ''}`;
}
function structure(line: string, context: PlaceContext = {}): string {
  const plan = readPlaceLine(line, things, plywood, [], context);
  return plan.problem ?? plan.items.map(show).join('; ');
}

/** What designers say, and what they mean by it. */
const LINES: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  'one thing by its name, or what others call it': [
    ['button', 'Button'],
    ['the button', 'Button'],
    ['a button', 'Button'],
    ['an icon', 'Icon'],
    ['Button', 'Button'],
    ['field', 'Field'],
    ['input', 'Field'],
    ['text field', 'Field'],
    ['text input', 'Field'],
    ['text area', 'Text area'],
    ['textarea', 'Field'],
    ['dropdown', 'Select'],
    ['drop down', 'Select'],
    ['select box', 'Select'],
    ['search bar', 'Search field'],
    ['search', 'Search field'],
    ['check box', 'Checkbox'],
    ['tick box', 'Checkbox'],
    ['radio button', 'Radio'],
    ['toggle', 'Switch'],
    ['toggle switch', 'Switch'],
    ['header', 'Top bar'],
    ['app bar', 'Top bar'],
    ['footer', 'Footer'],
    ['tab bar', 'Tab bar'],
    ['bottom navigation', 'Tab bar'],
    ['nav bar', 'Navigation bar'],
    ['sidebar', 'Side menu'],
    ['drawer', 'Drawer'],
    ['modal', 'Dialog'],
    ['popup', 'Dialog'],
    ['bottom sheet', 'Dialog'],
    ['toast', 'Toast'],
    ['snackbar', 'Notice'],
    ['spinner', 'Spinner'],
    ['progress bar', 'Progress'],
    ['stars', 'Rating'],
    ['star rating', 'Rating'],
    ['paragraph', 'Text'],
    ['h1', 'Heading'],
    ['title', 'Heading'],
    ['photo', 'Image'],
    ['thumbnail', 'Image'],
    ['logo', 'Image'],
    ['profile picture', 'Avatar'],
    ['divider', 'Divider'],
    ['separator', 'Divider'],
    ['pill', 'Badge'],
    ['tag', 'Chip'],
    ['data table', 'Table'],
    ['hamburger', 'Icon button'],
    ['slider', 'Slider'],
    ['date picker', 'Select[Date]'],
    ['time picker', 'Select[Time]'],
    ['login form', 'Sign-in form'],
    ['sign-in form', 'Sign-in form'],
    ['empty state', 'Empty state'],
    ['hero section', 'Hero'],
    ['grid', 'Grid'],
    ['stack', 'Column'],
  ],
  'misspelt within reason': [
    ['buton', 'Button'],
    ['chekbox', 'Checkbox'],
    ['lable', 'Text'],
    ['avtar', 'Avatar'],
    ['fotter', 'Footer'],
    ['dropdwon', 'Select'],
    ['headre', 'Top bar'],
  ],
  'how many': [
    ['3 buttons', '3 Button'],
    ['three buttons', '3 Button'],
    ['three cards', '3 Card'],
    ['two fields', '2 Field'],
    ['a couple of buttons', '2 Button'],
    ['a pair of radio buttons', '2 Radio'],
    ['a few cards', '3 Card'],
    ['several chips', '3 Chip'],
    ['a dozen list items', '12 List item'],
    ['5x card', '5 Card'],
    ['2 x button', '2 Button'],
    ['one button', 'Button'],
    ['cards', '3 Card'],
    ['radio buttons', '3 Radio'],
    ['list', 'List item'],
    ['list items', '3 List item'],
    ['tabs', 'Tabs'],
    ['0 buttons', '0 Button cannot be placed; say 1 or more, or leave it out.'],
    ['-2 cards', '-2 Card cannot be placed; say 1 or more, or leave it out.'],
    ['−2 cards', '−2 Card cannot be placed; say 1 or more, or leave it out.'],
    ['no buttons', 'no Button cannot be placed; say 1 or more, or leave it out.'],
    ['1.5 buttons', '1.5 of a thing cannot be placed; say a whole number.'],
  ],
  'what it says': [
    ['button Save', 'Button[Save]'],
    ['button: Save', 'Button[Save]'],
    ['button - Save', 'Button[Save]'],
    ['button – Save', 'Button[Save]'],
    ['button called Save', 'Button[Save]'],
    ['button "Save"', 'Button[Save]'],
    ['Save button', 'Button[Save]'],
    ['Book button', 'Button[Book]'],
    ['the Book now button', 'Button[Book now]'],
    ['Save and Cancel buttons', '2 Button[Save, Cancel]'],
    ['Name, E-mail and Phone fields', 'Nothing in Plywood is called “Name”. Try a word such as button, field or card.'],
    ['email field', 'Field[E-mail]'],
    ['password field', 'Field[Password]'],
    ['email field Work', 'Field[Work]'],
    ['card payment button', 'Button[Card payment]'],
    ['submit button', 'Button[Submit]'],
    ['2 buttons Save, Cancel', '2 Button[Save, Cancel]'],
    ['3 field From, To, Date', '3 Field[From, To, Date]'],
    ['2 field From, To, Date', '3 Field[From, To, Date]'],
    ['2 field From, To, button Find', '2 Field[From, To]; Button[Find]'],
    ['heading Where to?', 'Heading[Where to?]'],
    ['text Press button to go', 'Text[Press button to go]'],
    ['text Rows and columns', 'Text[Rows and columns]'],
    ['text Terms and conditions', 'Text[Terms and conditions]'],
    ['button "Save, then go"', 'Button[Save, then go]'],
    ['heading Card or cash', 'Heading[Card or cash]'],
    ['notice Snow above 1,600 m', 'Notice[Snow above 1,600 m]'],
    ['tabs One, Two, Three', 'Tabs[3 items]'],
    ['tabs: One, Two, Three', 'Tabs[3 items]'],
    ['tab bar Home, Search, Profile', 'Tab bar[3 items]'],
    ['filters Morning, Evening', 'Filter row[2 items]'],
    ['checkbox I agree', 'Checkbox[I agree]'],
    ['list Bread, Milk, Eggs', '3 List item[Bread, Milk, Eggs]'],
    ['link Forgot password?', 'Link[Forgot password?]'],
  ],
  'several things': [
    ['top bar, search, 6 list item, tab bar', 'Top bar; Search field; 6 List item; Tab bar'],
    ['heading Hello, text, button Go', 'Heading[Hello]; Text; Button[Go]'],
    ['a heading, then three cards, then a footer', 'Heading; 3 Card; Footer'],
    ['field Name and button Send', 'Field[Name]; Button[Send]'],
    ['heading and text', 'Heading; Text'],
    ['search bar & filters', 'Search field; Filter row'],
    ['button Save; button Cancel', 'Button[Save]; Button[Cancel]'],
    ['image, heading Gull Holm, 2 buttons Book, Share', 'Image; Heading[Gull Holm]; 2 Button[Book, Share]'],
  ],
  'what goes inside, and where that ends': [
    ['card with button', 'Card(Button)'],
    ['card with button Order', 'Card(Button[Order])'],
    ['card containing a button', 'Card(Button)'],
    ['3 cards with button Order', '3 Card(Button[Order])'],
    ['top bar X, 3 card with picture, button Order, tab bar', 'Top bar[X]; 3 Card(Button[Order]); Tab bar'],
    ['row with 3 card, table, footer', 'Row(3 Card); Table; Footer'],
    ['card with heading Today, text, button Book', 'Card[Today](Text; Button[Book])'],
    ['card with image, text, button and a footer', 'Card(Image; Text; Button); Footer'],
    ['card with button A, button B, hero', 'Card(Button[A]; Button[B]); Hero'],
    ['card with button; button', 'Card(Button); Button'],
    ['card with (button A, button B), button C', 'Card(Button[A]; Button[B]); Button[C]'],
    ['row with card with button, card with text', 'Row(Card(Button); Card(Text))'],
    ['column with heading, row with button A, button B; footer', 'Column(Heading; Row(Button[A]; Button[B])); Footer'],
    ['form with 3 fields', 'Form group(3 Field)'],
    ['dialog with text and button OK', 'Dialog(Text; Button[OK])'],
    ['card row with 3 cards', 'Card row(3 Card)'],
    ['card row with 3 cards, button More', 'Card row(3 Card); Button[More]'],
    ['hero, card with text, navigation bar', 'Hero; Card(Text); Navigation bar'],
    ['grid with 6 card', 'Grid(6 Card)'],
    ['grid 12 columns with card span 8, card span 4', 'Grid(Card; Card)'],
    ['grid 1fr 2fr with 2 card', 'Grid(2 Card)'],
    ['grid of 4 images', 'Grid(4 Image)'],
    ['row of 3 buttons', 'Row(3 Button)'],
    ['box with text', 'Box(Text)'],
    ['card with row with button A, button B', 'Card(Row(Button[A]; Button[B]))'],
    ['3 cards with (image, text), footer', '3 Card(Image; Text); Footer'],
    ['button in a card', 'Card(Button)'],
    ['button Save in a dialog', 'Dialog(Button[Save])'],
    ['header with logo and menu', 'Top bar'],
    ['button with button Other', 'Button has no slot, so nothing can be put inside it.'],
  ],
  'side by side': [
    ['two buttons side by side', 'Row(2 Button)'],
    ['3 cards in a row', 'Row(3 Card)'],
    ['Save and Cancel buttons in a row', 'Row(2 Button[Save, Cancel])'],
    ['button A, button B side by side', 'Row(Button[A]; Button[B])'],
    ['6 cards in a grid', 'Grid(6 Card)'],
    ['2 columns', '2 Column'],
    ['3 columns with card', '3 Column(Card)'],
  ],
  'variants and states in words': [
    ['small button', 'Button'],
    ['small danger button Delete', 'Button[Delete]'],
    ['disabled button Pay', 'Button[Pay]'],
    ['toggle on', 'Switch'],
    ['toggle Wifi on', 'Switch[Wifi]'],
    ['progress 40%', 'Progress'],
    ['progress Upload 40%', 'Progress[Upload]'],
    ['rating 4 stars', 'Rating'],
    ['checked checkbox Remember me', 'Checkbox[Remember me]'],
    ['card without picture', 'Card'],
  ],
  data: [
    ['list of 5 people', '5 List item[Asta Lindqvist, Birk Tangen, Eira Nordeng, Frode Viken, Gro Halvorsen]'],
    ['list of 3 cards', '3 Card'],
    ['table with 5 rows', 'Table of 5 rows'],
    ['table with 12 rows and 3 columns', 'Table of 12 rows'],
    ['table of 6 people', 'Table of 6 rows'],
    ['table Name, Berth, Fare', 'Table of 5 rows'],
  ],
};

describe('what designers say', () => {
  const all = Object.values(LINES).flat();
  it('is a hundred and fifty lines and more', () => expect(all.length).toBeGreaterThanOrEqual(150));
  for (const [about, lines] of Object.entries(LINES))
    describe(about, () => it.each(lines)('%s', (line, meant) => expect(structure(line)).toBe(meant)));
});

describe('the values that were meant', () => {
  const values = (line: string): unknown => readPlaceLine(line, things, plywood).items[0]?.values[0];
  it.each([
    ['small danger button Delete', { size: 'little', kind: 'warning', label: 'Delete' }],
    ['primary button Go', { kind: 'main', label: 'Go' }],
    ['disabled button Pay', { state: 'disabled', label: 'Pay' }],
    ['toggle on', { on: true }],
    ['toggle Wifi on', { on: true, label: 'Wifi' }],
    ['toggle off', { on: false }],
    ['progress 40%', { done: 40 }],
    ['progress Upload 40%', { done: 40, label: 'Upload' }],
    ['rating 4 stars', { stars: 4 }],
    ['checked checkbox Remember me', { ticked: true, label: 'Remember me' }],
    ['card with picture', { picture: true }],
    ['card without picture', { picture: false }],
  ])('%s', (line, meant) => expect(values(line)).toEqual(meant));
  it('keeps what is no place for, and says so', () => {
    const plan = readPlaceLine('header with logo and menu', things, plywood);
    expect(plan.items[0]?.values[0]).toMatchObject({ start: 'menu' });
    expect(plan.left).toEqual(['Top bar has no place for image, so it is left out']);
  });
  it('leans to what suits the device and the place', () => {
    expect(structure('site header', { device: 'desktop' })).toBe('Navigation bar');
    expect(structure('column Berth', { inside: 'table' })).toBe('Column[Berth]');
    expect(readPlaceLine('column', things, plywood).items[0]?.thing.kind).toBe('primitive');
    expect(readPlaceLine('column', things, plywood, [], { inside: 'table' }).items[0]?.thing.kind).toBe('component');
    expect(
      readPlaceLine('table with column Name, column Fare', things, plywood).items[0]?.children[0]?.thing.kind,
    ).toBe('component');
  });
  it('writes rows of data into the things themselves', () => {
    const plan = readPlaceLine('table with 5 rows and 3 columns', things, plywood);
    let n = 0;
    const nodes = Object.values(buildPieces(plan, () => `x${++n}`)[0]?.nodes ?? {});
    const columns = nodes.filter((x) => x.type === 'instance' && x.component.endsWith('/column'));
    expect(columns).toHaveLength(3);
    for (const c of columns)
      expect(c.type === 'instance' && c.overrides.find((s) => s.name === 'cells')?.value).toHaveLength(5);
  });
  it('puts columns of layout side by side', () => {
    let n = 0;
    const [piece] = buildPieces(readPlaceLine('2 columns', things, plywood), () => `x${++n}`);
    const root = piece?.nodes[piece.root];
    expect(root?.type === 'box' && [root.attrs.flow, root.children.length]).toEqual(['row', 2]);
  });
});

describe('the preview', () => {
  it('says what stands in what', () => {
    expect(readPlaceLine('top bar X, 3 card with picture, button Order, tab bar', things, plywood).says).toBe(
      'places Top bar, 3 Card with Button, Tab bar',
    );
    expect(readPlaceLine('row with card with button, card with text', things, plywood).says).toBe(
      'places Row with (Card with Button, Card with Text)',
    );
    const skerry = [...kits.values()].find((k) => k.id === 'skerry-line') as Kit;
    expect(readPlaceLine('card with heading, 2 field From, To, button Find', vocabulary(skerry), skerry).says).toBe(
      'places Card with Title, 2 Entry, Button Find',
    );
  });
});
