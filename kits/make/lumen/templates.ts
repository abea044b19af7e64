import { box, use, type Part } from '../write.js';
import { page, section, wide } from '../shared.js';

export const templates: readonly Part[] = [
  section(
    'opening',
    'Opening',
    'The first thing on a page: words, a plate, a view.',
    ['hero', 'intro', 'opener'],
    box('root', { width: 'stretch', gap: '{pitch.far}', paddingY: '{pitch.broad}' }, [
      use('says', 'heading', { says: 'Asleep here, awake there', rank: 'poster' }, wide),
      use('small', 'prose', { says: 'One night, four stations, a bed of your own.' }, wide),
      use('plate', 'press', { says: 'Find a train', lamp: true, broad: true }),
      use('view', 'view', {}, wide),
    ]),
  ),
  section(
    'night-search',
    'Night search',
    'From, to, which night, and the way on.',
    ['booking form', 'search form'],
    box('root', { width: 'stretch', gap: '{pitch.gap}' }, [
      use('says', 'heading', { says: 'Where to, by morning?' }, wide),
      use('from', 'line', { says: 'From' }, wide),
      use('to', 'line', { says: 'To' }, wide),
      use('night', 'night-of', { says: 'Night of' }, wide),
      use('go', 'press', { says: 'Find trains', lamp: true }, wide),
    ]),
  ),
  section(
    'tonight',
    'Tonight',
    'The board, and what to know.',
    ['departures'],
    box('root', { width: 'stretch', gap: '{pitch.gap}' }, [
      use('board', 'departures', {}, wide),
      use('word', 'word', { says: 'The 22:15 is late\nIt waits for the ferry.', red: true }, wide),
    ]),
  ),
  page(
    'phone-night',
    'Phone booking page',
    'phone',
    'Headboard, search and the stations.',
    ['phone page', 'booking page'],
    box('root', { width: 'stretch', height: 'stretch' }, [
      use('top', 'headboard', {}, wide),
      box('body', { width: 'stretch', padding: '{pitch.far}', gap: '{pitch.gap}', grow: 1 }, [
        use('says', 'heading', {}, wide),
        use('from', 'line', { says: 'From' }, wide),
        use('to', 'line', { says: 'To' }, wide),
        use('go', 'press', { says: 'Find trains', lamp: true }, wide),
      ]),
      use('stations', 'stations', {}, { attrs: { width: 'stretch', pin: 'bottom' } }),
    ]),
  ),
  page(
    'tablet-guests',
    'Tablet guests page',
    'tablet',
    'The upper line and a form.',
    ['tablet page', 'form page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'upper-line', {}, wide),
      box('body', { width: 'stretch', padding: '{pitch.broad}', gap: '{pitch.far}' }, [
        use('says', 'heading', { says: 'Who travels?' }, wide),
        use(
          'form',
          'form',
          { says: 'First guest' },
          {
            attrs: { width: 'stretch' },
            slots: { inside: [use('a', 'line', { says: 'Name' }, wide), use('b', 'line', { says: 'Age' }, wide)] },
          },
        ),
        use('go', 'press', { says: 'Onward', lamp: true }),
      ]),
    ]),
  ),
  page(
    'desktop-home',
    'Desktop home page',
    'desktop',
    'Upper line, panels and the end of the line.',
    ['landing page', 'home page', 'desktop page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'upper-line', { plate: 'Book' }, wide),
      box('body', { width: 'stretch', padding: '{pitch.broad}', gap: '{pitch.wide}' }, [
        use('says', 'heading', { says: 'Asleep here, awake there', rank: 'poster' }, wide),
        use(
          'panels',
          'panels',
          {},
          {
            attrs: { width: 'stretch' },
            slots: {
              cards: ['Hestness', 'Port Ellery', 'Tarn Isle'].map((t, i) =>
                use(`p${i}`, 'panel', { says: t, small: 'A line or two about it.' }, wide),
              ),
            },
          },
        ),
      ]),
      use('end', 'end-of-line', {}, wide),
    ]),
  ),
];
