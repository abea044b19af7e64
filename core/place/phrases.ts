import type { Json } from '../model/index.js';

/** What designers call a thing that a kit has under another name, with what it then says. By meaning of the props. */
export interface Phrase {
  /** The roles that serve, best first. */
  readonly roles: readonly string[];
  /** Values by the meaning of props. */
  readonly says?: Readonly<Record<string, Json>>;
}

export const PHRASES: Readonly<Record<string, Phrase>> = {
  'date picker': { roles: ['combobox', 'textbox'], says: { label: 'Date', 'leading-icon': 'calendar' } },
  'date field': { roles: ['textbox'], says: { label: 'Date', 'leading-icon': 'calendar' } },
  'time picker': { roles: ['combobox', 'textbox'], says: { label: 'Time', 'leading-icon': 'clock' } },
  'email field': { roles: ['textbox'], says: { label: 'E-mail' } },
  'e-mail field': { roles: ['textbox'], says: { label: 'E-mail' } },
  'email input': { roles: ['textbox'], says: { label: 'E-mail' } },
  'password field': { roles: ['textbox'], says: { label: 'Password' } },
  'phone field': { roles: ['textbox'], says: { label: 'Phone' } },
  'name field': { roles: ['textbox'], says: { label: 'Name' } },
  'search icon': { roles: ['icon'], says: { icon: 'search' } },
  slider: { roles: ['slider', 'progressbar', 'carousel'] },
  'submit button': { roles: ['button'], says: { label: 'Submit' } },
  'save button': { roles: ['button'], says: { label: 'Save' } },
  'cancel button': { roles: ['button'], says: { label: 'Cancel' } },
  'sign in button': { roles: ['button'], says: { label: 'Sign in' } },
  'login button': { roles: ['button'], says: { label: 'Sign in' } },
};
