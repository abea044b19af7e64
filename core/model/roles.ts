import type { OverlayPlace } from './node.js';

/** All that is known of a role, in one place: what people call it, what stands in for what, where it goes. */
export interface RoleFacts {
  /** What people say, whatever a kit calls its component. */
  readonly words: readonly string[];
  /** Roles that people put in one another's place share a kinship. */
  readonly kin?: readonly string[];
  /** Usually as wide as what it stands in. */
  readonly wide?: boolean;
  /** Reaches from edge to edge, whatever the padding around it. */
  readonly bleeds?: boolean;
  readonly pin?: 'bottom';
  /** Lies over a screen, not in it. */
  readonly overlay?: OverlayPlace;
  /** Pressed or typed into: has a least size (WCAG 2.2, 2.5.8). */
  readonly target?: boolean;
  /** Belongs to a whole page: never into a card, an item or a row, and its appearance ends them. */
  readonly page?: boolean;
}

export const ROLES: Readonly<Record<string, RoleFacts>> = {
  button: { words: ['button', 'action', 'cta', 'call to action'], kin: ['press'], target: true },
  iconbutton: {
    words: ['icon button', 'floating button', 'hamburger', 'menu button', 'close button', 'back button'],
    kin: ['press'],
    target: true,
  },
  link: { words: ['link', 'hyperlink', 'anchor', 'text link', 'breadcrumb'], kin: ['press'], target: true },
  chip: { words: ['chip', 'filter', 'tag'], kin: ['press', 'tick', 'mark'], target: true },
  textbox: {
    words: [
      'input',
      'text field',
      'field',
      'textbox',
      'entry',
      'text box',
      'text input',
      'input field',
      'text area',
      'textarea',
      'form field',
      'number field',
    ],
    kin: ['type'],
    wide: true,
    target: true,
  },
  combobox: {
    words: ['dropdown', 'select', 'picker', 'combo box', 'drop down', 'dropdown menu', 'select box', 'chooser'],
    kin: ['type'],
    wide: true,
    target: true,
  },
  searchbox: {
    words: ['search', 'search field', 'search bar', 'search box', 'search input'],
    kin: ['type'],
    wide: true,
    target: true,
  },
  checkbox: { words: ['tick box', 'check box', 'checkbox', 'tickbox'], kin: ['tick'], target: true },
  radio: { words: ['radio', 'radio button', 'option', 'option button'], kin: ['tick'], target: true },
  switch: { words: ['toggle', 'switch', 'toggle switch', 'on off switch'], kin: ['tick'], target: true },
  slider: { words: ['slider', 'range', 'range slider'], wide: true, target: true },
  form: { words: ['form', 'form group', 'fieldset'], wide: true },
  heading: {
    words: ['heading', 'title', 'headline', 'h1', 'h2', 'h3', 'section title', 'page title'],
    kin: ['say'],
    wide: true,
  },
  text: {
    words: [
      'text',
      'paragraph',
      'copy',
      'body',
      'label',
      'caption',
      'subtitle',
      'description',
      'body text',
      'text block',
    ],
    kin: ['say'],
    wide: true,
  },
  banner: {
    words: ['top bar', 'header', 'app bar', 'title bar', 'page header', 'toolbar'],
    kin: ['lead'],
    wide: true,
    bleeds: true,
    page: true,
  },
  navigation: {
    words: ['navigation', 'navigation bar', 'nav bar', 'nav', 'menu bar', 'site header', 'navbar'],
    kin: ['lead', 'go'],
    wide: true,
    bleeds: true,
    page: true,
  },
  tablist: {
    words: ['tab bar', 'bottom bar', 'bottom navigation', 'bottom nav', 'bottom tabs'],
    kin: ['go'],
    wide: true,
    bleeds: true,
    pin: 'bottom',
    page: true,
  },
  contentinfo: { words: ['footer', 'page end', 'page footer'], wide: true, bleeds: true, pin: 'bottom', page: true },
  tabs: { words: ['tabs', 'tab row', 'segmented control', 'segments'], kin: ['go'], wide: true },
  menu: {
    words: ['side menu', 'sidebar', 'side bar', 'side navigation', 'menu', 'side nav', 'drawer', 'navigation drawer'],
    kin: ['go'],
  },
  toolbar: { words: ['filter row', 'filters', 'filter chips', 'chips', 'filter bar'], kin: ['go'], wide: true },
  menuitem: { words: ['menu item', 'nav item'], target: true },
  tab: { words: ['tab'], target: true },
  hero: {
    words: ['hero', 'opener', 'intro', 'hero section', 'hero image'],
    kin: ['hold'],
    wide: true,
    bleeds: true,
    page: true,
  },
  card: { words: ['card', 'panel', 'tile', 'box with a border'], kin: ['hold'], wide: true },
  listitem: { words: ['list item', 'row', 'item', 'list row', 'list entry', 'list'], kin: ['hold'], wide: true },
  alert: {
    words: [
      'notice',
      'alert',
      'message',
      'banner',
      'toast',
      'snackbar',
      'warning',
      'error message',
      'info box',
      'notification',
    ],
    kin: ['hold'],
    wide: true,
  },
  dialog: {
    words: ['dialog', 'popup', 'modal', 'overlay', 'pop up', 'bottom sheet', 'confirmation'],
    kin: ['hold'],
    overlay: 'middle',
  },
  status: { words: ['empty state', 'empty', 'nothing here', 'blank state'], kin: ['hold'], wide: true },
  group: { words: ['card row', 'cards row', 'card group', 'card grid'], wide: true },
  separator: { words: ['divider', 'separator', 'rule', 'line', 'hr', 'horizontal line'], wide: true },
  img: { words: ['image', 'picture', 'photo', 'thumbnail', 'logo', 'illustration', 'img'], kin: ['show'], wide: true },
  video: { words: ['video', 'film', 'player', 'video player'], kin: ['show'], wide: true },
  map: { words: ['map'], kin: ['show'], wide: true },
  carousel: { words: ['carousel', 'slideshow', 'gallery', 'image gallery', 'image slider'], kin: ['show'], wide: true },
  avatar: { words: ['avatar', 'person', 'profile picture', 'profile image', 'user picture'], kin: ['show'] },
  icon: { words: ['icon', 'symbol'], kin: ['show'] },
  badge: { words: ['badge', 'pill', 'count', 'status badge', 'counter'], kin: ['mark'] },
  tooltip: { words: ['tooltip', 'hint', 'popover', 'help text'], kin: ['mark'] },
  meter: { words: ['rating', 'stars', 'star rating'], kin: ['measure'] },
  progressbar: {
    words: ['progress', 'progress bar', 'loader', 'loading bar', 'spinner', 'stepper'],
    kin: ['measure'],
    wide: true,
  },
  table: { words: ['table', 'data table', 'grid of data', 'data grid', 'spreadsheet'], wide: true, page: true },
  column: { words: ['table column', 'column of cells'], wide: true },
  cell: { words: ['cell', 'table cell'] },
  datefield: { words: ['date field', 'date picker'], kin: ['type'], wide: true, target: true },
  timefield: { words: ['time field', 'time picker'], kin: ['type'], wide: true, target: true },
  passwordfield: { words: ['password field'], kin: ['type'], wide: true, target: true },
  textarea: { words: ['multi-line field'], kin: ['type'], wide: true, target: true },
  codefield: { words: ['code field', 'one-time code'], kin: ['type'], wide: true, target: true },
  codebox: { words: [], target: true },
  autocomplete: { words: ['autocomplete', 'suggestions'], kin: ['type'], wide: true, target: true },
  multiselect: { words: ['multi-select', 'tags field'], kin: ['type'], wide: true, target: true },
  upload: { words: ['file upload', 'drop area'], kin: ['type'], wide: true, target: true },
  calendar: { words: ['calendar'], kin: ['type'], wide: true },
  day: { words: ['calendar day'], target: true },
  range: { words: ['range field'], kin: ['measure'], wide: true, target: true },
  spinbutton: { words: ['amount field'], kin: ['type'], wide: true, target: true },
  radiogroup: { words: ['segmented choice'], kin: ['go'], wide: true },
  segment: { words: [], target: true },
  breadcrumb: { words: ['breadcrumbs'], kin: ['go'], wide: true },
  crumb: { words: [], kin: ['press'], target: true },
  pagination: { words: ['pagination', 'pager'], kin: ['go'], wide: true },
  pagelink: { words: [], target: true },
  steps: { words: ['steps'], kin: ['go', 'measure'], wide: true },
  step: { words: [] },
  accordion: { words: ['accordion'], kin: ['hold'], wide: true },
  disclosure: { words: ['disclosure', 'expander'], kin: ['hold'], wide: true, target: true },
  popupmenu: { words: ['popup menu'], overlay: 'free' },
  contextmenu: { words: ['context menu'], overlay: 'free' },
  menuoption: { words: [], target: true },
  popover: { words: [], kin: ['mark'], overlay: 'free' },
  toast: { words: [], kin: ['hold'], overlay: 'bottom' },
  announcement: { words: ['announcement'], kin: ['hold'], wide: true, bleeds: true },
  drawer: { words: ['side sheet'], kin: ['hold'], overlay: 'right' },
  skeleton: { words: ['skeleton'], wide: true },
  spinner: { words: [], kin: ['measure'], wide: true },
  avatargroup: { words: ['avatar group'], kin: ['show'] },
  chat: { words: ['chat'], wide: true },
  chatbubble: { words: ['chat bubble'], wide: true },
  comment: { words: [], kin: ['hold'], wide: true },
  stat: { words: ['stat'], kin: ['hold'], wide: true },
  linechart: { words: ['line chart'], kin: ['plot'], wide: true },
  barchart: { words: ['bar chart'], kin: ['plot'], wide: true },
  ringchart: { words: ['ring chart'], kin: ['plot'], wide: true },
  timeline: { words: ['timeline'], wide: true },
  event: { words: [], wide: true },
  tree: { words: ['tree list'], wide: true },
  treeitem: { words: [], target: true },
  actionbar: { words: ['action bar'], wide: true },
  results: { words: ['search results'], wide: true },
  section: { words: [], page: true },
  page: { words: [], page: true },
  option: { words: [], target: true },
};

const NOTHING_KNOWN: RoleFacts = { words: [] };
export const roleFacts = (role: string): RoleFacts =>
  Object.hasOwn(ROLES, role) ? (ROLES[role] ?? NOTHING_KNOWN) : NOTHING_KNOWN;

/** Do people put things of these roles in one another's place? */
export function akin(a: string, b: string | undefined): boolean {
  const mine = roleFacts(a).kin ?? [];
  return b !== undefined && (roleFacts(b).kin ?? []).some((k) => mine.includes(k));
}

/** The room an instance gets when it is placed. */
export function defaultRoom(role: string): { width?: 'stretch'; pin?: 'bottom'; bleed?: boolean } {
  const { wide, bleeds, pin } = roleFacts(role);
  return {
    ...(wide ? { width: 'stretch' as const } : {}),
    ...(bleeds ? { bleed: true } : {}),
    ...(pin ? { pin } : {}),
  };
}
