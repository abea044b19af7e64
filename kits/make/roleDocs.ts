/**
 * What holds for a component of a role in any kit: when it is right, what is used instead, and for whom it has to work. `{role}` stands for
 * the kit's own component of that role; a sentence about one that a kit has not is left out.
 */
export const ROLE_DOCS: Readonly<Record<string, readonly [use: string, instead: string, access: string]>> = {
  button: [
    'For what somebody came to do on this screen: one loud one, the others quieter.',
    'Words that lead elsewhere are a {link}.',
    'Says what happens, not “OK”. At least 24 px tall in every size; a ring shows the focus.',
  ],
  iconbutton: [
    'Where there is no room for words and the drawing is known: back, close, search, more.',
    'Where it has to be guessed, use a {button}.',
    'Its name is read aloud and never empty.',
  ],
  link: [
    'Within text and at the end of a list, to go somewhere.',
    'What does something here is a {button}.',
    'Underlined, so that colour is not the only sign.',
  ],
  chip: [
    'For a small choice that can be seen at once.',
    'Several of them in a row are a {toolbar}.',
    'Says whether it is on by more than colour.',
  ],
  toolbar: [
    'To narrow a list by a few known values, above it.',
    'To look for words, use a {searchbox}.',
    'Arrow keys go from one to the next.',
  ],
  textbox: [
    'For one line that somebody types: a name, a number.',
    'Known answers are a {combobox}; several lines a {textarea}.',
    'Its caption stays while it is filled; what is wrong is said in words.',
  ],
  combobox: [
    'For one of five or more known answers.',
    'Up to four are quicker as {radio}.',
    'Opens with Enter or the arrow keys.',
  ],
  searchbox: [
    'Above a list that is longer than the screen.',
    'A few known values are a {toolbar}.',
    'Its hint is no caption: the place it stands in says what is searched.',
  ],
  checkbox: [
    'For yes or no in a form that is sent.',
    'What takes effect at once is a {switch}.',
    'The whole line can be pressed.',
  ],
  radio: [
    'For one out of a few answers that should all be seen.',
    'More than four are a {combobox}.',
    'Arrow keys go from one to the next.',
  ],
  meter: [
    'To show what others thought of something.',
    'How far something has come is a {progressbar}.',
    'Read as a number of five.',
  ],
  form: [
    'For entries that belong together and are sent together.',
    'A single question needs only a {textbox}.',
    'Its title names the group for those who hear it.',
  ],
  banner: [
    'Along the top of a screen: where one is, the way back, one thing to do.',
    'The top of a site is a {navigation}.',
    'Icons in it are named.',
  ],
  tab: [
    'One place of a row of places; it comes with the row.',
    'By itself it is a {button}.',
    'Says whether it is the one by more than colour.',
  ],
  tablist: [
    'For three to five main places of an app on a phone.',
    'Sheets of one thing are {tabs}.',
    'Every place has a word, not only an icon.',
  ],
  tabs: ['To switch between sheets of one thing.', 'The main places are a {tablist}.', 'Arrow keys turn the sheets.'],
  menuitem: [
    'One line of a side menu; it comes with the menu.',
    'Things to do are a {popupmenu}.',
    'Says whether it is where one is.',
  ],
  menu: [
    'For the main places down the side of a wide screen.',
    'On a phone, use a {tablist}.',
    'Can be left out by who uses the keyboard.',
  ],
  navigation: [
    'Along the top of a site: its name, its places, one thing to do.',
    'On a phone, use a {banner}.',
    'Folds on narrow screens; nothing gets lost.',
  ],
  contentinfo: [
    'At the end of every page of a site: who it is, where else to go.',
    'The way to the main places is a {navigation}.',
    'Links say where they lead when read alone.',
  ],
  heading: [
    'Says what follows; one of the first rank a screen.',
    'A sentence is {text}.',
    'Ranks follow one another without gaps.',
  ],
  text: [
    'For sentences, up to 70 characters a line.',
    'What must be seen now is an {alert}.',
    'Set in at least 14 px.',
  ],
  listitem: [
    'One line of a list: what it is, a line below, something at the end.',
    'What has a picture and an action is a {card}.',
    'Read as one sentence; at least 44 px tall where it leads on.',
  ],
  card: [
    'For one thing to choose among some that are alike.',
    'Lines to compare are {listitem}.',
    'Its title is a heading; only its action is pressed.',
  ],
  group: [
    'To stand cards side by side; they go below one another where there is no room.',
    'One below the other needs no group.',
    'Read in the order in which they stand.',
  ],
  separator: ['Between things that do not belong together.', 'Room alone often does.', 'Not read aloud.'],
  img: [
    'For a picture that says something.',
    'A person is an {avatar}; a sign is an {icon}.',
    'Says what is seen, or nothing when it only decorates.',
  ],
  icon: [
    'A sign beside words, or known without them.',
    'To be pressed, it is an {iconbutton}.',
    'Decoration is not read.',
  ],
  avatar: [
    'For a person, by picture or letters.',
    'Several are an {avatargroup}.',
    'The name is read, not the letters.',
  ],
  badge: [
    'For one word or a number about the thing beside it.',
    'A sentence is an {alert}.',
    'What it means is said in words, too.',
  ],
  alert: [
    'For something to know now, and what to do about it.',
    'What passes by itself is a {toast}; a question a {dialog}.',
    'Read aloud when it appears.',
  ],
  dialog: [
    'For a question that must be answered before going on.',
    'What only informs is an {alert}.',
    'Takes the focus and gives it back; Escape does what leaving does.',
  ],
  progressbar: [
    'Shows how far something has come, when that is known.',
    'When it is not, show a {spinner}.',
    'Says the part in words as well.',
  ],
  tooltip: [
    'A word on a thing that has none.',
    'More than a word is a {popover}.',
    'Comes with focus as well as with the pointer, and can be left.',
  ],
  status: [
    'Where a list would stand and nothing is yet.',
    'While it is loading, show a {skeleton}.',
    'The drawing is decoration.',
  ],
  video: [
    'Keeps the place of a film and says what it is.',
    'A still is an {img}.',
    'Films have captions and do not start by themselves.',
  ],
  map: [
    'Keeps the place of a map, with what it marks.',
    'An address alone is {text}.',
    'What the map shows is said in words near it.',
  ],
  carousel: [
    'For a few things to leaf through that need not all be seen.',
    'What matters stands in a {group}.',
    'Does not move by itself; each can be reached by keyboard.',
  ],
  hero: [
    'The first thing on a page: one thing to say, one thing to do.',
    'Within an app, begin with a {heading}.',
    'Words stand on a ground that they can be read on.',
  ],
  cell: ['One cell of a table; it comes with its column.', 'By itself it is {text}.', 'Figures stand at the end.'],
  column: [
    'One column of a table: a head and cells of one kind.',
    'One below the other are {listitem}.',
    'Its head names the cells.',
  ],
  table: [
    'To compare many things by the same measures.',
    'On a phone, use {listitem}.',
    'Columns have heads; rows can be walked by keyboard.',
  ],
  datefield: [
    'For a day that people know or look up.',
    'A day among a few is a {toolbar}; a whole month to choose from a {calendar}.',
    'Can be typed; the form is said in the hint.',
  ],
  timefield: [
    'For a time of the day.',
    'From one time to another is a {range}.',
    'Can be typed, with or without the colon.',
  ],
  passwordfield: [
    'For a secret.',
    'A code that was sent is a {codefield}.',
    'Can be pasted and shown; what it needs is said before.',
  ],
  textarea: [
    'For more than one line, with how much is left.',
    'One line is a {textbox}.',
    'The count is read when it is nearly used up.',
  ],
  codebox: [
    'One sign of a code; it comes with the field.',
    'By itself it is a {textbox}.',
    'Named by its place: sign 1 of 6.',
  ],
  codefield: [
    'For a short code that was sent.',
    'A secret that people choose is a {passwordfield}.',
    'Takes the whole code when it is pasted.',
  ],
  day: [
    'One day of a month; it comes with the calendar.',
    'A day that is typed is a {datefield}.',
    'Read with its weekday and month.',
  ],
  calendar: [
    'For a day whose neighbours matter: weekends, full sailings.',
    'A known day is a {datefield}.',
    'Arrow keys go by days, Page keys by months.',
  ],
  slider: [
    'For a value that need not be exact.',
    'An exact one is a {spinbutton}.',
    'Moves by keyboard; its value is said in words.',
  ],
  range: ['From one value to another.', 'One value is a {slider}.', 'Both ends have names.'],
  spinbutton: [
    'For how many: one more, one less.',
    'Large amounts are typed into a {textbox}.',
    'Both signs are at least 44 px.',
  ],
  upload: [
    'For a file to be given.',
    'A picture that is there already is an {img}.',
    'Works without dragging; says what may be given, and how large.',
  ],
  option: [
    'One of what is suggested; it comes with the list.',
    'By itself it is a {listitem}.',
    'What matches is told by more than colour.',
  ],
  autocomplete: [
    'For one of thousands: a port, a person.',
    'A dozen known ones are a {combobox}.',
    'How many there are is read while one types.',
  ],
  multiselect: [
    'For several of many, seen as tags.',
    'A few are {checkbox}.',
    'Each tag can be taken away by keyboard.',
  ],
  segment: [
    'One side of a segmented choice; it comes with it.',
    'By itself it is a {chip}.',
    'Says whether it is the one.',
  ],
  radiogroup: [
    'For one of two to four, side by side, taking effect at once.',
    'In a form, use {radio}.',
    'Arrow keys go from one to the next.',
  ],
  crumb: [
    'One step of the way here; it comes with the row.',
    'By itself it is a {link}.',
    'The last one is where one is.',
  ],
  breadcrumb: ['Where pages lie within pages.', 'Steps of one task are {steps}.', 'Read as the way from the start.'],
  pagelink: ['One page of many; it comes with the row.', 'By itself it is a {link}.', 'Read as “page 3”.'],
  pagination: [
    'For long lists that people come back to.',
    'What is looked through once can go on by itself.',
    'Says which page it is, of how many.',
  ],
  step: [
    'One step of several; it comes with the row.',
    'By itself it is a {badge}.',
    'Done is told by a sign as well.',
  ],
  steps: [
    'To show where one is in a task of three to six steps.',
    'How far alone is a {progressbar}.',
    'The step one is in is read as such.',
  ],
  disclosure: ['For what few need, under what all do.', 'What all need is simply {text}.', 'Says whether it is open.'],
  accordion: [
    'For many questions of which people have one.',
    'A single one is a {disclosure}.',
    'Several may be open at once.',
  ],
  menuoption: [
    'One thing to do; it comes with the menu.',
    'By itself it is a {button}.',
    'Says its key where it has one.',
  ],
  popupmenu: [
    'For things to do that have no room of their own.',
    'The two that matter are {button}.',
    'Arrow keys walk it, Escape leaves it.',
  ],
  contextmenu: [
    'For things to do with what was pressed.',
    'What all must find stands on the screen.',
    'Can be reached by keyboard, too.',
  ],
  treeitem: [
    'One line of a tree; it comes with the tree.',
    'By itself it is a {listitem}.',
    'Says how deep it is and whether it is open.',
  ],
  tree: ['For things within things.', 'Two levels are a list with {heading}.', 'Arrow keys open, close and walk.'],
  actionbar: [
    'For things to do with what is chosen below.',
    'With one thing, use its own {button}.',
    'Says how many are chosen.',
  ],
  popover: [
    'For a few words and one thing to do beside a thing.',
    'A word alone is a {tooltip}.',
    'Takes the focus where there is something to do.',
  ],
  toast: [
    'Says in passing what was done, and how to take it back.',
    'What must not be missed is an {alert}.',
    'Stays long enough to be read, and can be reached.',
  ],
  announcement: [
    'For one thing that concerns everybody, across the page.',
    'What concerns one thing is an {alert}.',
    'Can be put away.',
  ],
  drawer: [
    'For more to do without leaving the screen.',
    'A question is a {dialog}.',
    'Takes the focus and gives it back.',
  ],
  skeleton: [
    'Where something will stand in a moment.',
    'When how long is known, show a {progressbar}.',
    'Read once as “loading”.',
  ],
  spinner: ['Something takes longer than a second.', 'Where its shape is known, show a {skeleton}.', 'Says what for.'],
  avatargroup: ['For several people at once.', 'One is an {avatar}.', 'Read as the names.'],
  chatbubble: [
    'One thing that was said; it comes with the talk.',
    'What somebody wrote about a thing is a {comment}.',
    'Says who said it.',
  ],
  chat: [
    'For what was said, one after the other.',
    'What is written about a thing is a {comment}.',
    'New ones are read as they come.',
  ],
  comment: ['For what a person wrote about something.', 'A talk is a {chat}.', 'Who and when are read first.'],
  stat: [
    'For one number that matters, and how it moved.',
    'How it went on is a {linechart}.',
    'The move is said in words.',
  ],
  linechart: [
    'For how something went on over time.',
    'Amounts side by side are a {barchart}.',
    'What it shows is said below in a sentence.',
  ],
  barchart: [
    'For amounts to compare.',
    'Parts of a whole are a {ringchart}.',
    'Begins at nothing, so that lengths are true.',
  ],
  ringchart: ['For one part of a whole.', 'Several parts are a {barchart}.', 'The part is said in figures.'],
  event: [
    'One thing that happened; it comes with the timeline.',
    'By itself it is a {listitem}.',
    'When it happened is read first.',
  ],
  timeline: [
    'For what happened in order.',
    'What is to be done is {steps}.',
    'What is still to come is told by more than colour.',
  ],
  results: [
    'For what was found: how much, sorted how.',
    'A list that is always there needs only {listitem}.',
    'How many there are is read when it changes.',
  ],
  board: ['For what leaves when, read from afar.', 'To compare more, use a {table}.', 'Late is said in words, too.'],
  quote: ['For what a guest said.', 'What somebody wrote about a thing is a {comment}.', 'Who said it stands below.'],
  berths: [
    'For one berth of a compartment.',
    'A long list is a {combobox}.',
    'Taken ones are told by more than colour.',
  ],
};
