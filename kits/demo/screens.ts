/** The demo screens, each written as an outline: what is indented stands inside. */
export interface DemoScreen {
  readonly id: string;
  readonly name: string;
  readonly flow: string;
  readonly device: 'phone' | 'desktop';
  readonly outline: string;
}

const phone = (id: string, flow: string, name: string, outline: string): DemoScreen => ({
  id,
  flow,
  name,
  device: 'phone',
  outline,
});
const desk = (id: string, flow: string, name: string, outline: string): DemoScreen => ({
  id,
  flow,
  name,
  device: 'desktop',
  outline,
});

const DOCK = 'Dock Book (ticket), Trips (luggage), Boats (ship), You (user)';

export const norrvik: readonly DemoScreen[] = [
  phone(
    'find',
    'book',
    'Find a crossing',
    `
Masthead "Find a crossing" with Left icon menu, Right icon user
Title "Where to?" with Rank First
Card with Title "", Note "", Button "Find sailings"
  Chooser From: Port Ellery
  Chooser To: Skerrow
  Row
    Entry Day: 14 June
    Entry Travellers: 2 adults
Title "Last looked for" with Rank Third
Listing "Port Ellery to Gull Holm" with Under "Saturday, 2 adults", Glyph clock, Leads on
Listing "Skerrow to Tarn Isle" with Under "1 July, 1 adult, 1 car", Glyph clock, Leads on
${DOCK}`,
  ),
  phone(
    'sailings',
    'book',
    'Sailings',
    `
Masthead "Sailings" with Under "Port Ellery to Skerrow, 14 June", Left icon arrow-left, Right icon filter
Pill row "Any time", "Morning", "Evening", "With a car"
Listing from Sailings
Message "Rough water expected" with Body "The 18:05 may sail an hour late. We will tell you by noon.", Mood Rough
${DOCK}`,
  ),
  phone(
    'detail',
    'book',
    'Sailing detail',
    `
Masthead "09:15 to Skerrow" with Left icon arrow-left, Right icon share
Photo with File harbour
Title "MV Fulmar" with Rank Second
Row
  Tag "On time" with Mood All well
  Tag "42 seats left" with Mood Calm
Copy "A quiet morning crossing along the outer skerries. Breakfast is served until half past ten; dogs are welcome on the sun deck."
Listing "Leaves Port Ellery" with Under "Quay 3, gate closes 09:00", End "09:15", Glyph anchor
Listing "Arrives Skerrow" with Under "North quay", End "11:40", Glyph map-pin
Card "Deck seat" with Note "One bag and a hot drink included.", Button "Choose, € 28"
  Stars 212 crossings: 4
${DOCK}`,
  ),
  phone(
    'who',
    'book',
    'Who is coming',
    `
Masthead "Who is coming" with Left icon arrow-left
Tide Step 2 of 5: 40
Title "Travellers" with Rank Second
Listing from Travellers
Action "Add a traveller" with Tone Quiet, Icon first plus
Title "You" with Rank Third
Entry "Full name": "Asta Lindqvist"
Entry "Telephone": "+47 000 00 000" with Help "Only used when a sailing changes."
Tick "Send the boarding pass to everybody" with Set on
Action "Continue" with Height Tall`,
  ),
  phone(
    'cabin',
    'book',
    'Cabin or deck',
    `
Masthead "Cabin or deck" with Left icon arrow-left
Tide Step 3 of 5: 60
Leaves "Deck", "Cabin", "Lounge"
Card "Outside cabin" with Note "Two berths, a window, shower. Quiet side of the boat.", Button "Take it, € 74", Photo
  Tag "3 left" with Mood Rough
Card "Inside cabin" with Note "Two berths and a reading lamp each.", Button "Take it, € 52"
Card "Deck seat" with Note "A reclining seat under the roof.", Button "Take it, € 28"`,
  ),
  phone(
    'pay',
    'book',
    'Pay',
    `
Masthead "Pay" with Left icon arrow-left
Tide Step 4 of 5: 80
Card "Your crossing" with Note "Port Ellery to Skerrow, 14 June, 09:15. Two adults, one child."
  Listing "Outside cabin" with Under "", End "€ 74", Glyph bed
  Listing "Three deck fares" with Under "", End "€ 70", Glyph ticket
  Rule
  Listing "Together" with Under "", End "€ 144", Glyph none
Option "Card ending 4410" with Picked on, Help "Expires 09/28"
Option "Pay on board" with Help "At the purser’s desk, before sailing."
Entry "Voucher" with Prompt "Letters and numbers"
Action "Pay € 144" with Height Tall, Icon first lock`,
  ),
  phone(
    'pass',
    'book',
    'Boarding pass',
    `
Masthead "Boarding pass" with Left icon x, Right icon download
Card "Port Ellery to Skerrow" with Note "14 June, 09:15, MV Fulmar", Raised
  Glyph qr-code with Size Grand
  Row
    Tag "Cabin C-204" with Mood Calm
    Tag "Gate 3" with Mood Loud
  Listing "Asta Lindqvist" with Under "NX-4182", Glyph user
Message "You are checked in" with Body "Be at the gate by 09:00.", Mood All well
Action "Add to wallet" with Tone Quiet, Icon first wallet`,
  ),
  phone(
    'trips',
    'day',
    'My trips',
    `
Masthead "My trips" with Right icon plus
Leaves "Ahead", "Past"
Card "Skerrow and back" with Note "14 to 18 June, 2 adults, 1 child", Button "Open"
  Tag "In 3 days" with Mood Calm
Card "Tarn Isle" with Note "1 July, 1 adult, 1 car", Button "Open"
Calm sea "Nothing after July" with Glyph compass, Button "Find a crossing"
${DOCK}`,
  ),
  phone(
    'notice',
    'day',
    'Service notice',
    `
Masthead "Service notice" with Left icon arrow-left
Message "The 18:05 leaves at 19:10" with Body "Strong wind off Gull Holm. Your booking stays as it is.", Mood Rough
Sea chart "Gull Holm sound"
Listing "New departure" with Under "", End "19:10", Glyph clock
Listing "New arrival" with Under "", End "21:30", Glyph map-pin
Toggle "Tell me when it changes again" with Running on
Action "Take another sailing" with Tone Quiet
Action "Give the ticket back" with Tone Danger`,
  ),
  phone(
    'boarding',
    'day',
    'Boarding now',
    `
Masthead "Boarding now" with Light
Title "Gate 3" with Rank First
Tide 110 of 200 on board: 55
Listing "Cars and vans" with Under "Lane 2", End "08:40", Glyph car
Listing "On foot" with Under "Ramp B", End "08:50", Glyph users
Sheet "Have your pass ready" with Body "The crew reads it at the ramp.", Go "Show the pass", Back "Later"
${DOCK}`,
  ),
  desk(
    'manifest',
    'desk',
    'Manifest',
    `
Bridge "Deck desk", "Manifest", "Berth plan", "Notices" with Button "New sailing"
Row
  Title "Manifest, MV Fulmar 09:15" with Rank First
  Tag "9 of 14 on board" with Mood All well
Row
  Lookup "Name or booking"
  Pill row "All", "Cabin", "Car", "Deck", "Foot"
  Action "Print" with Tone Quiet, Icon first download
Table from Manifest with Spacing Close`,
  ),
  desk(
    'berths',
    'desk',
    'Berth plan',
    `
Bridge "Deck desk", "Berth plan", "Manifest", "Notices" with Button "New sailing"
Row
  Side rail "Decks", "Bridge deck" (ship-wheel), Cabin deck (bed), Car deck (car), Engine room (gauge)
  Plain column
    Title "Cabin deck" with Rank First
    Card deck with Abreast 3
      Card "C-101 to C-118" with Note "16 of 18 taken", Button "Open"
      Card "C-201 to C-214" with Note "14 of 14 taken", Button "Open"
      Card "C-301 to C-306" with Note "2 of 6 taken", Button "Open"
    Message "C-112 has a leaking tap" with Body "Closed until Skerrow.", Mood Rough`,
  ),
  desk(
    'write',
    'desk',
    'Write a notice',
    `
Bridge "Deck desk", "Notices", "Manifest", "Berth plan" with Button "New sailing"
Title "Write a notice" with Rank First
Row
  Form part "What happened" with Help "Keep it under two lines."
    Entry "Headline": "The 18:05 leaves at 19:10"
    Entry "More": "Strong wind off Gull Holm."
    Chooser "Sailing": "18:05 to Tarn Isle"
    Tick "Send as a message to 86 phones" with Set on
  Card "How it shows" with Note "On phones, in the app and by message."
    Message "The 18:05 leaves at 19:10" with Body "Strong wind off Gull Holm.", Mood Rough
Action "Send notice" with Icon first megaphone`,
  ),
];

const TABS = 'Tab bar Tours (map), Huts (house), Passes (ticket), You (user)';
export const summit: readonly DemoScreen[] = [
  phone(
    'tours',
    'pass',
    'Tours',
    `
Top bar "Tours" with Start icon menu
Search "Where do you want to walk?"
Filter row "All", "Half a day", "With a hut", "Easy"
Card "Windgate ridge" with Text "Six hours, 920 m up. A hut on the way.", Action "See the tour", Picture
Card "Round the tarn" with Text "Two hours, flat.", Action "See the tour"
${TABS}`,
  ),
  phone(
    'huts',
    'pass',
    'Huts',
    `
Top bar "Huts" with Start icon arrow-left
List item from Huts
Notice "Stonecap is closed until June" with Text "The path is under snow."
${TABS}`,
  ),
  phone(
    'buy',
    'pass',
    'Buy a pass',
    `
Top bar "Summit pass" with Start icon arrow-left
Heading "One card, every hut" with Level Page
Text "A pass pays after three nights. It is good for a year, and for a friend on two of the nights." with As bars
Field "Name" with Hint "As on your passport"
Select "Kind": "Adult"
Radio "Pay once, € 120" with Chosen
Radio "Pay by the month, € 12"
Checkbox "I have read the hut rules"
Button "Buy" with Size Big`,
  ),
  phone(
    'pass',
    'pass',
    'Your pass',
    `
Top bar "Your pass" with End icon share
Card "Summit pass" with Text "Good until 30 May", Lined
  Icon qr-code with Size Big
  Badge "3 of 10 nights used"
Empty "No nights booked" with Icon tent, Text "Choose a hut and a night.", Action "Find a hut"
${TABS}`,
  ),
];
