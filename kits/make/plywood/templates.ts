import { box, use, type Part } from '../write.js';
import { page, section, wide } from '../shared.js';

const items = (...labels: readonly string[]): Part[] =>
  labels.map((label, i) => ({ key: `k${i + 1}`, values: { label, ...(i === 0 ? { current: true } : {}) } }));

export const templates: readonly Part[] = [
  section(
    'sign-in-form',
    'Sign-in form',
    'Name, password and the way in.',
    ['login'],
    box('root', { gap: '{space.3}', width: 'stretch' }, [
      use('title', 'heading', { text: 'Sign in' }, wide),
      use('name', 'field', { label: 'E-mail' }, wide),
      use('secret', 'field', { label: 'Password' }, wide),
      use('stay', 'checkbox', { label: 'Stay signed in' }),
      use('go', 'button', { label: 'Sign in' }, wide),
    ]),
  ),
  section(
    'search-and-results',
    'Search and results',
    'A search, filters and what was found.',
    ['results', 'listing'],
    box('root', { gap: '{space.3}', width: 'stretch' }, [
      use('search', 'search', {}, wide),
      use('filters', 'filter-row', {}, wide),
      box(
        'list',
        { width: 'stretch' },
        ['First result', 'Second result', 'Third result', 'Fourth result'].map((t, i) =>
          use(`r${i}`, 'list-item', { title: t, note: 'A line about it' }, wide),
        ),
      ),
    ]),
  ),
  section(
    'three-cards',
    'Three cards',
    'Three cards under a heading.',
    ['features', 'offers'],
    box('root', { gap: '{space.4}', width: 'stretch' }, [
      use('title', 'heading', { text: 'What we offer' }, wide),
      use(
        'row',
        'card-row',
        {},
        {
          attrs: { width: 'stretch' },
          slots: {
            cards: ['First', 'Second', 'Third'].map((t, i) =>
              use(`c${i}`, 'card', { heading: t, text: 'A line or two about it.', action: 'Read on' }, wide),
            ),
          },
        },
      ),
    ]),
  ),
  section(
    'settings-list',
    'Settings list',
    'Switches under headings.',
    ['preferences'],
    box('root', { gap: '{space.2}', width: 'stretch' }, [
      use('title', 'heading', { text: 'Notifications', level: 'small' }, wide),
      use('a', 'switch', { label: 'By e-mail', on: true }, wide),
      use('b', 'switch', { label: 'By message' }, wide),
      use('line', 'divider', {}, wide),
      use('c', 'list-item', { title: 'Language', detail: 'English' }, wide),
    ]),
  ),
  page(
    'phone-list',
    'Phone list page',
    'phone',
    'A top bar, a search, a list and a tab bar.',
    ['phone page', 'list page'],
    box('root', { width: 'stretch', height: 'stretch' }, [
      use('top', 'top-bar', { title: 'Title' }, wide),
      box('body', { width: 'stretch', padding: '{space.4}', gap: '{space.3}', grow: 1 }, [
        use('search', 'search', {}, wide),
        use('filters', 'filter-row', {}, wide),
        ...['First', 'Second', 'Third', 'Fourth', 'Fifth'].map((t, i) =>
          use(`i${i}`, 'list-item', { title: t, note: 'A line about it' }, wide),
        ),
      ]),
      use('tabs', 'tab-bar', {}, { attrs: { width: 'stretch', pin: 'bottom' } }),
    ]),
  ),
  page(
    'tablet-form',
    'Tablet form page',
    'tablet',
    'A navigation bar and a form.',
    ['tablet page', 'form page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'nav-bar', {}, wide),
      box('body', { width: 'stretch', padding: '{space.6}', gap: '{space.4}' }, [
        use('title', 'heading', { text: 'Your details', level: 'page' }, wide),
        use(
          'form',
          'form',
          { title: 'Who you are' },
          {
            attrs: { width: 'stretch' },
            slots: {
              fields: [
                use('a', 'field', { label: 'Name' }, wide),
                use('b', 'field', { label: 'E-mail' }, wide),
                use('c', 'select', { label: 'Country' }, wide),
              ],
            },
          },
        ),
        use('go', 'button', { label: 'Save' }),
      ]),
    ]),
  ),
  page(
    'desktop-page',
    'Desktop page',
    'desktop',
    'Navigation, hero, three cards and a footer.',
    ['landing page', 'web page', 'home page'],
    box('root', { width: 'stretch' }, [
      use('nav', 'nav-bar', { name: 'Name', links: items('Product', 'Prices', 'About'), action: 'Start' }, wide),
      use('hero', 'hero', {}, wide),
      box('body', { width: 'stretch', padding: '{space.6}' }, [
        use(
          'row',
          'card-row',
          {},
          {
            attrs: { width: 'stretch' },
            slots: {
              cards: ['First', 'Second', 'Third'].map((t, i) =>
                use(`c${i}`, 'card', { heading: t, text: 'A line or two about it.' }, wide),
              ),
            },
          },
        ),
      ]),
      use('foot', 'footer', {}, wide),
    ]),
  ),
];
