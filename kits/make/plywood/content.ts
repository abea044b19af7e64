import { box, choiceProp, component, each, flagProp, icon, iconProp, imageProp, label, numberProp, picture, row, rule, shape, slot, neededSlot, slotOf, textProp, use, whenState, type Part } from '../write.js';

/** What people read and look at. */
export const content: readonly Part[] = [
  component({
    id: 'heading', name: 'Heading', role: 'heading', family: 'Content', summary: 'A line that says what follows.', words: ['title', 'headline'],
    props: [textProp('text', 'Text', 'Heading', 'What follows.', 'label'), choiceProp('level', 'Level', 'section', ['page:Page:level-1', 'section:Section:level-2', 'small:Small:level-3'], 'How large it is.', 'level')],
    tree: box('root', {}, [label('text', 'title', '{color.ink}', { bind: { text: 'text' } }, { width: 'stretch' })]),
    rules: [rule({ level: 'page' }, { text: { textStyle: 'display' } }), rule({ level: 'small' }, { text: { textStyle: 'heading' } })],
  }),
  component({
    id: 'text', name: 'Text', role: 'text', family: 'Content', summary: 'A paragraph.', words: ['paragraph', 'copy'],
    props: [textProp('text', 'Text', 'A line or two of text that says what this is about.', 'What it says.', 'label'), choiceProp('look', 'Look', 'plain', ['plain:Plain:body', 'quiet:Quiet:soft', 'strong:Strong:strong', 'note:Note:caption'], 'How it is set.', 'emphasis'), flagProp('bars', 'As bars', false, 'Grey bars instead of words.', 'bars')],
    tree: box('root', {}, [label('text', 'body', '{color.ink}', { bind: { text: 'text', bars: 'bars' } }, { width: 'stretch' })]),
    rules: [rule({ look: 'quiet' }, { text: { color: '{color.grey}' } }), rule({ look: 'strong' }, { text: { textStyle: 'strong' } }), rule({ look: 'note' }, { text: { textStyle: 'note', color: '{color.grey}' } }), rule({ bars: true }, { text: { color: '{color.mark}' } })],
  }),
  component({
    id: 'list-item', name: 'List item', role: 'listitem', family: 'Content', summary: 'One line of a list.', words: ['row', 'item'], events: ['press'], states: ['focus', 'hover', 'pressed'],
    props: [
      textProp('title', 'Title', 'List item', 'What it is.', 'label'), textProp('note', 'Note', '', 'A line below.', 'supporting'), textProp('detail', 'Detail', '', 'Words at the end.', 'detail'), iconProp('icon', 'Icon', 'none', 'A drawing at the start.', 'leading-icon'),
      flagProp('arrow', 'Arrow', true, 'Shows that it leads on.', 'leads-on'), choiceProp('state', 'Shown as', 'rest', ['rest:At rest:rest', 'hover:Hover:hover', 'focus:Focus:focus', 'pressed:Pressed:pressed'], 'The state it is drawn in.', 'state'),
    ],
    tree: row('root', { stroke: '{color.hair}', strokeSides: 'bottom', paddingY: '{space.2}', paddingX: '{space.1}', gap: '{space.3}', minHeight: '{size.large}' }, [
      icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: '{size.dot}' }),
      box('texts', { width: 'stretch' }, [label('title', 'body', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch' }), label('note', 'note', '{color.grey}', { bind: { text: 'note' } }, { width: 'stretch' })]),
      label('detail', 'note', '{color.grey}', { bind: { text: 'detail' } }), icon('arrow', '{color.grey}', {}, { icon: 'chevron-right', size: '{size.glyph}' }),
    ]),
    rules: [rule({ arrow: false }, { arrow: { visible: false } }), whenState('focus', { root: { stroke: '{color.ring}', strokeWidth: '{stroke.thick}', strokeSides: 'all' } }), whenState('hover', { root: { fill: '{color.sheet}' } }), whenState('pressed', { root: { fill: '{color.pale}' } })],
  }),
  component({
    id: 'card', name: 'Card', role: 'card', family: 'Content', summary: 'A box of its own with a heading and room for anything.', words: ['tile'],
    props: [
      textProp('heading', 'Heading', 'Card', 'What it is about.', 'label'), textProp('text', 'Text', '', 'A line or two below the heading.', 'supporting'), textProp('action', 'Action', '', 'The label of its button; empty for none.', 'action-label'),
      flagProp('picture', 'Picture', false, 'A picture on top.', 'media'), flagProp('lined', 'Lined', true, 'Has a line around it.', 'outlined'),
    ],
    slots: [slotOf('inside', 'Inside', 'Anything: texts, fields, buttons, lists.')],
    tree: box('root', { fill: '{color.paper}', stroke: '{color.line}', padding: '{space.4}', gap: '{space.3}' }, [
      picture('picture', { width: 'stretch', height: 120, fill: '{color.sheet}', stroke: '{color.line}', visible: false }),
      label('heading', 'heading', '{color.ink}', { bind: { text: 'heading' } }, { width: 'stretch' }), label('text', 'body', '{color.grey}', { bind: { text: 'text' } }, { width: 'stretch' }),
      slot('inside', { gap: '{space.3}' }),
      use('action', 'button', { kind: 'plain' }, { name: 'Button', bind: { 'props.label': 'action' } }),
    ]),
    rules: [rule({ picture: true }, { picture: { visible: true } }), rule({ lined: false }, { root: { stroke: 'none', fill: '{color.sheet}' } }), rule({ action: { filled: false } }, { action: { visible: false } })],
  }),
  component({
    id: 'card-row', name: 'Card row', role: 'group', family: 'Content', summary: 'Cards side by side.', words: ['cards', 'columns', 'card grid'],
    props: [numberProp('columns', 'Columns', 3, 'How many stand side by side.', 'columns', { min: 1, max: 6 })], slots: [neededSlot('cards', 'Cards', 'Cards, one a column.', ['card'])],
    tree: box('root', {}, [{ id: 'cards', type: 'slot', slot: 'cards', attrs: { width: 'stretch', flow: 'grid', gap: '{space.4}', align: 'stretch' }, bind: { columns: 'columns' } }]),
    rules: [rule(null, { cards: { columns: 1 } }, { maxWidth: 500 })],
  }),
  component({ id: 'divider', name: 'Divider', role: 'separator', family: 'Content', summary: 'A line between things.', words: ['line', 'rule'], props: [flagProp('strong', 'Strong', false, 'A darker line.', 'strong')], tree: box('root', { width: 'stretch', paddingY: '{space.1}' }, [shape('line', { shape: 'line', width: 'stretch', height: 1, stroke: '{color.line}' })]), rules: [rule({ strong: true }, { line: { stroke: '{color.ink}' } })] }),
  component({
    id: 'image', name: 'Image', role: 'img', family: 'Content', summary: 'A picture, or the place of one.', words: ['picture', 'photo'],
    props: [imageProp('picture', 'Picture', 'Which picture; hatched while there is none.', 'image'), choiceProp('shape', 'Shape', 'wide', ['wide:Wide:wide', 'square:Square:square', 'tall:Tall:tall'], 'Width against height.', 'aspect'), choiceProp('fit', 'Fit', 'cover', ['cover:Cover:cover', 'contain:Contain:contain'], 'Fills its place, or shows whole.', 'fit')],
    tree: box('root', { minWidth: 40 }, [picture('picture', { width: 'stretch', aspect: 1.7778, fill: '{color.sheet}', stroke: '{color.line}' }, { bind: { asset: 'picture', fit: 'fit' } })]),
    rules: [rule({ shape: 'square' }, { picture: { aspect: 1 } }), rule({ shape: 'tall' }, { picture: { aspect: 0.75 } })],
  }),
  component({ id: 'icon', name: 'Icon', role: 'icon', family: 'Content', summary: 'One drawing of the whole set.', words: ['glyph', 'symbol'], props: [iconProp('icon', 'Icon', 'circle', 'Which drawing.', 'icon'), choiceProp('size', 'Size', 'normal', ['little:Little:small', 'normal:Normal:medium', 'big:Big:large'], 'How large it is.', 'size')], tree: box('root', {}, [icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: '{size.dot}' })]), rules: [rule({ size: 'little' }, { icon: { size: 16 } }), rule({ size: 'big' }, { icon: { size: 40 } })] }),
  component({
    id: 'avatar', name: 'Avatar', role: 'avatar', family: 'Content', summary: 'A person, by picture or letters.', words: ['person', 'profile'],
    props: [textProp('letters', 'Letters', 'IB', 'One or two letters.', 'label'), imageProp('picture', 'Picture', 'A picture instead of letters.', 'image'), choiceProp('size', 'Size', 'normal', ['little:Little:small', 'normal:Normal:medium', 'big:Big:large'], 'How large it is.', 'size')],
    tree: row('root', { width: 40, height: 40, radius: '{corner.round}', fill: '{color.pale}', stroke: '{color.line}', justify: 'center', clip: true, shrink: 0 }, [label('letters', 'strong', '{color.ink}', { bind: { text: 'letters' } }, { maxLines: 1 }), picture('picture', { width: 'stretch', height: 'stretch', visible: false }, { bind: { asset: 'picture' } })]),
    rules: [rule({ picture: { filled: true } }, { letters: { visible: false }, picture: { visible: true } }), rule({ size: 'little' }, { root: { width: 28, height: 28 }, letters: { textStyle: 'note' } }), rule({ size: 'big' }, { root: { width: 64, height: 64 }, letters: { textStyle: 'title' } })],
  }),
  component({
    id: 'badge', name: 'Badge', role: 'badge', family: 'Feedback', summary: 'One word about a thing.', words: ['status', 'pill'],
    props: [textProp('label', 'Label', 'New', 'One word or a number.', 'label'), choiceProp('kind', 'Kind', 'plain', ['plain:Plain:neutral', 'good:Good:success', 'bad:Bad:danger', 'dark:Dark:strong'], 'What it means.', 'status')],
    tree: row('root', { fill: '{color.pale}', paddingX: '{space.2}', minHeight: 22, justify: 'center' }, [label('label', 'note', '{color.on-pale}', { bind: { text: 'label' } })]),
    rules: [rule({ kind: 'good' }, { root: { fill: '{color.good-pale}' }, label: { color: '{color.good}' } }), rule({ kind: 'bad' }, { root: { fill: '{color.stop-pale}' }, label: { color: '{color.stop}' } }), rule({ kind: 'dark' }, { root: { fill: '{color.block}' }, label: { color: '{color.on-block}' } })],
  }),
  component({
    id: 'notice', name: 'Notice', role: 'alert', family: 'Feedback', summary: 'Something to know now.', words: ['alert', 'message'],
    props: [textProp('title', 'Title', 'Notice', 'What happened.', 'label'), textProp('text', 'Text', '', 'What to do about it.', 'supporting'), choiceProp('kind', 'Kind', 'plain', ['plain:Plain:neutral', 'good:Good:success', 'bad:Bad:danger'], 'How serious it is.', 'status'), iconProp('icon', 'Icon', 'info', 'A drawing at the start.', 'leading-icon'), textProp('action', 'Action', '', 'A link below; empty for none.', 'action-label')],
    tree: row('root', { fill: '{color.sheet}', stroke: '{color.line}', padding: '{space.3}', gap: '{space.3}', align: 'start' }, [
      icon('icon', '{color.ink}', { bind: { icon: 'icon' } }, { size: '{size.glyph}' }),
      box('texts', { width: 'stretch', gap: '{space.1}' }, [label('title', 'strong', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch' }), label('text', 'body', '{color.ink}', { bind: { text: 'text' } }, { width: 'stretch' }), use('action', 'link', {}, { name: 'Link', bind: { 'props.label': 'action' } })]),
    ]),
    rules: [rule({ action: { filled: false } }, { action: { visible: false } }), rule({ kind: 'good' }, { root: { fill: '{color.good-pale}', stroke: '{color.good}' }, icon: { color: '{color.good}' } }), rule({ kind: 'bad' }, { root: { fill: '{color.stop-pale}', stroke: '{color.stop}' }, icon: { color: '{color.stop}' } })],
  }),
  component({
    id: 'dialog', name: 'Dialog', role: 'dialog', family: 'Feedback', summary: 'A question that waits for an answer.', words: ['modal', 'popup'],
    props: [textProp('title', 'Title', 'Are you sure?', 'The question.', 'label'), textProp('text', 'Text', '', 'What follows from it.', 'supporting'), textProp('yes', 'Yes', 'Yes', 'The label of the button that does it.', 'action-label'), textProp('no', 'No', 'Cancel', 'The label of the button that does not; empty for none.', 'dismiss-label')],
    slots: [slotOf('inside', 'Inside', 'Anything the answer needs.')],
    tree: box('root', { fill: '{color.paper}', stroke: '{color.ink}', padding: '{space.5}', gap: '{space.4}', minWidth: 240 }, [
      label('title', 'title', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch' }), label('text', 'body', '{color.ink}', { bind: { text: 'text' } }, { width: 'stretch' }), slot('inside', { gap: '{space.3}' }),
      row('buttons', { width: 'stretch', justify: 'end', gap: '{space.2}', wrap: true }, [use('no', 'button', { kind: 'plain' }, { name: 'No', bind: { 'props.label': 'no' } }), use('yes', 'button', {}, { name: 'Yes', bind: { 'props.label': 'yes' } })]),
    ]),
    rules: [rule({ no: { filled: false } }, { no: { visible: false } })],
  }),
  component({
    id: 'progress', name: 'Progress', role: 'progressbar', family: 'Feedback', summary: 'How far something has come.', words: ['bar', 'loading'],
    props: [numberProp('done', 'Done', 40, 'Per cent, 0 to 100.', 'value', { min: 0, max: 100 }), textProp('label', 'Label', '', 'Words above the bar.', 'label')],
    tree: box('root', { gap: '{space.1}', minWidth: 80 }, [label('label', 'note', '{color.ink}', { bind: { text: 'label' } }, { width: 'stretch' }), row('track', { width: 'stretch', height: 8, fill: '{color.pale}' }, [box('bar', { height: 8, fill: '{color.block}' }, [], { bind: { share: 'done' } })])]),
  }),
  component({ id: 'tooltip', name: 'Tooltip', role: 'tooltip', family: 'Feedback', summary: 'A word of explanation beside a thing.', words: ['hint', 'help'], props: [textProp('text', 'Text', 'Says what this is', 'The explanation.', 'label')], tree: box('root', { align: 'center' }, [box('bubble', { fill: '{color.ink}', paddingX: '{space.2}', paddingY: '{space.1}', maxWidth: 220 }, [label('text', 'note', '{color.paper}', { bind: { text: 'text' } })]), shape('tip', { shape: 'path', path: 'M0 0L6 6L12 0z', width: 12, height: 6, fill: '{color.ink}' })]) }),
  component({
    id: 'empty', name: 'Empty state', role: 'status', family: 'Feedback', summary: 'What stands where nothing is yet.', words: ['nothing', 'blank'],
    props: [iconProp('icon', 'Icon', 'image', 'A drawing on top.', 'leading-icon'), textProp('title', 'Title', 'Nothing here yet', 'What is missing.', 'label'), textProp('text', 'Text', 'What belongs here, and how to get it.', 'How it gets here.', 'supporting'), textProp('action', 'Action', '', 'The label of a button; empty for none.', 'action-label')],
    tree: box('root', { align: 'center', padding: '{space.5}', gap: '{space.3}' }, [icon('icon', '{color.grey}', { bind: { icon: 'icon' } }, { size: 40 }), label('title', 'heading', '{color.ink}', { bind: { text: 'title' } }, { textAlign: 'center' }), label('text', 'body', '{color.grey}', { bind: { text: 'text' } }, { textAlign: 'center' }), use('action', 'button', {}, { name: 'Button', bind: { 'props.label': 'action' } })]),
    rules: [rule({ action: { filled: false } }, { action: { visible: false } })],
  }),
  component({
    id: 'video', name: 'Video', role: 'video', family: 'Content', summary: 'The place of a film.', words: ['film', 'player'], props: [textProp('caption', 'Caption', '', 'A line below.', 'label')],
    tree: box('root', { gap: '{space.1}', minWidth: 120 }, [box('stage', { width: 'stretch', aspect: 1.7778, fill: '{color.pale}', stroke: '{color.line}', align: 'center', justify: 'center' }, [row('play', { width: 48, height: 48, radius: '{corner.round}', fill: '{color.block}', justify: 'center' }, [icon('arrow', '{color.on-block}', {}, { icon: 'play', size: '{size.dot}' })])]), label('caption', 'note', '{color.grey}', { bind: { text: 'caption' } }, { width: 'stretch' })]),
  }),
  component({
    id: 'map', name: 'Map', role: 'map', family: 'Content', summary: 'The place of a map.', words: ['chart', 'location'], props: [textProp('place', 'Place', 'Port', 'What the pin marks.', 'label')],
    tree: box('root', { minWidth: 120 }, [box('stage', { width: 'stretch', aspect: 1.6, fill: '{color.sheet}', stroke: '{color.line}', align: 'center', justify: 'center', gap: '{space.1}' }, [icon('pin', '{color.ink}', {}, { icon: 'map-pin', size: 32 }), label('place', 'note', '{color.ink}', { bind: { text: 'place' } })])]),
  }),
  component({
    id: 'carousel', name: 'Carousel', role: 'carousel', family: 'Content', summary: 'Things to leaf through sideways.', words: ['slides', 'gallery'], props: [numberProp('page', 'Page', 1, 'Which dot is filled, 1 to 3.', 'value', { min: 1, max: 3 })], slots: [neededSlot('slides', 'Slides', 'Cards or pictures, side by side.')],
    tree: box('root', { gap: '{space.2}', align: 'center' }, [{ id: 'slides', type: 'slot', slot: 'slides', attrs: { width: 'stretch', flow: 'row', gap: '{space.3}', clip: true, align: 'stretch' } }, row('dots', { gap: '{space.2}' }, [1, 2, 3].map((i) => shape(`dot${i}`, { shape: 'ellipse', width: 8, height: 8, fill: '{color.hair}' })))]),
    rules: [1, 2, 3].map((i) => rule({ page: i }, { [`dot${i}`]: { fill: '{color.ink}' } })),
  }),
  component({
    id: 'hero', name: 'Hero', role: 'hero', family: 'Sections', summary: 'The first thing on a page.', words: ['intro', 'splash'],
    props: [textProp('title', 'Title', 'What this is about', 'The one thing to say.', 'label'), textProp('text', 'Text', 'One or two lines that say why it matters.', 'Says more.', 'supporting'), textProp('action', 'Action', 'Start', 'The label of its button; empty for none.', 'action-label'), flagProp('picture', 'Picture', true, 'A picture beside the words.', 'media'), choiceProp('align', 'Align', 'start', ['start:Start:start', 'middle:Middle:center'], 'Where the words stand.', 'align')],
    tree: row('root', { fill: '{color.sheet}', padding: '{space.6}', gap: '{space.6}', align: 'center' }, [
      box('words', { width: 'stretch', gap: '{space.4}' }, [label('title', 'display', '{color.ink}', { bind: { text: 'title' } }, { width: 'stretch' }), label('text', 'body', '{color.grey}', { bind: { text: 'text' } }, { width: 'stretch' }), use('action', 'button', { size: 'big' }, { name: 'Button', bind: { 'props.label': 'action' } })]),
      picture('picture', { width: 'stretch', height: 260, fill: '{color.pale}', stroke: '{color.line}' }),
    ]),
    rules: [
      rule({ picture: false }, { picture: { visible: false } }), rule({ action: { filled: false } }, { action: { visible: false } }), rule({ align: 'middle' }, { words: { align: 'center' }, ...each(['title', 'text'], { textAlign: 'center' }) }),
      rule(null, { root: { flow: 'column', padding: '{space.5}', gap: '{space.4}', align: 'start' }, picture: { height: 160 } }, { maxWidth: 600 }),
    ],
  }),
];
