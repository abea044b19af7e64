import { box, use, type Part } from '../write.js';
import { page, section, wide } from '../shared.js';

export const templates: readonly Part[] = [
  section(
    'crossing-search',
    'Crossing search',
    'From, to, when, and the way on.',
    ['booking form', 'search form'],
    box('root', { gap: '{space.m}', width: 'stretch' }, [
      use('title', 'title', { words: 'Where to today?' }, wide),
      use('from', 'entry', { caption: 'From' }, wide),
      use('to', 'entry', { caption: 'To' }, wide),
      use('when', 'chooser', { caption: 'When' }, wide),
      use('go', 'action', { text: 'Find crossings', tone: 'strong' }, wide),
    ]),
  ),
  section(
    'sailing-list',
    'Sailing list',
    'Days and the sailings of one.',
    ['departures', 'timetable'],
    box('root', { gap: '{space.m}', width: 'stretch' }, [
      use('days', 'pill-row', {}, wide),
      box(
        'list',
        { width: 'stretch' },
        ['07:40 MV Petrel', '09:05 MV Fulmar', '11:30 MV Petrel'].map((t, i) =>
          use(`r${i}`, 'row', { text: t, under: '34 places left' }, wide),
        ),
      ),
    ]),
  ),
  section(
    'offer-deck',
    'Offer deck',
    'Three cards under a title.',
    ['offers', 'three cards'],
    box('root', { gap: '{space.l}', width: 'stretch' }, [
      use('title', 'title', { words: 'Islands close by', rank: 'second' }, wide),
      use(
        'deck',
        'card-deck',
        {},
        {
          attrs: { width: 'stretch' },
          slots: {
            cards: ['Skerrow', 'Gull Holm', 'Tarn Isle'].map((t, i) =>
              use(`c${i}`, 'panel-card', { title: t, note: 'A line or two about it.', button: 'See sailings' }, wide),
            ),
          },
        },
      ),
    ]),
  ),
  section(
    'reminders',
    'Reminders',
    'Toggles under a title.',
    ['settings list', 'preferences'],
    box('root', { gap: '{space.s}', width: 'stretch' }, [
      use('title', 'title', { words: 'Reminders', rank: 'third' }, wide),
      use('a', 'toggle', { text: 'An hour before sailing' }, wide),
      use('b', 'toggle', { text: 'When the weather turns', running: false }, wide),
    ]),
  ),
  page(
    'phone-booking',
    'Phone booking page',
    'phone',
    'Masthead, search, sailings and the dock.',
    ['phone page', 'booking page'],
    box('root', { width: 'stretch', height: 'stretch' }, [
      use('top', 'masthead', {}, wide),
      box('body', { width: 'stretch', padding: '{space.l}', gap: '{space.m}', grow: 1 }, [
        use('title', 'title', { words: 'Where to today?' }, wide),
        use('from', 'entry', { caption: 'From' }, wide),
        use('to', 'entry', { caption: 'To' }, wide),
        use('go', 'action', { text: 'Find crossings', tone: 'strong' }, wide),
      ]),
      use('dock', 'dock', {}, { attrs: { width: 'stretch', pin: 'bottom' } }),
    ]),
  ),
  page(
    'tablet-details',
    'Tablet details page',
    'tablet',
    'The bridge and a form.',
    ['tablet page', 'form page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'bridge', {}, wide),
      box('body', { width: 'stretch', padding: '{space.xxl}', gap: '{space.l}' }, [
        use('title', 'title', { words: 'Who is coming?' }, wide),
        use(
          'form',
          'form-part',
          { title: 'First passenger' },
          {
            attrs: { width: 'stretch' },
            slots: {
              entries: [use('a', 'entry', { caption: 'Name' }, wide), use('b', 'entry', { caption: 'Age' }, wide)],
            },
          },
        ),
        use('go', 'action', { text: 'Continue', tone: 'strong' }),
      ]),
    ]),
  ),
  page(
    'desktop-home',
    'Desktop home page',
    'desktop',
    'Bridge, welcome, cards and keel.',
    ['landing page', 'home page', 'desktop page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'bridge', { button: 'Book' }, wide),
      use('welcome', 'welcome', {}, wide),
      box('body', { width: 'stretch', padding: '{space.xxl}' }, [
        use(
          'deck',
          'card-deck',
          {},
          {
            attrs: { width: 'stretch' },
            slots: {
              cards: ['Skerrow', 'Gull Holm', 'Tarn Isle'].map((t, i) =>
                use(`c${i}`, 'panel-card', { title: t, note: 'A line or two about it.' }, wide),
              ),
            },
          },
        ),
      ]),
      use('keel', 'keel', {}, wide),
    ]),
  ),
];
