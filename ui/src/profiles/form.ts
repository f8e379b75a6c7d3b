/** What a profile asks, section by section: the same for every device of a kind. */
export type Kind = 'drive' | 'dc'
export type Choice = readonly [value: string | number | boolean, label: string]

export interface Field {
  path: string // inside the profile, or inside a row
  label: string
  kind: 'text' | 'number' | 'choice' | 'lines' | 'rows'
  unit?: string
  hint?: string
  choices?: readonly Choice[]
  /** Choices that the server's words give: functions, terminals, turns, or what a choice of the row's function means. */
  words?: 'functions' | 'terminals' | 'turns' | 'trips' | 'means'
  rows?: Table
  wide?: boolean
  /** Seldom asked: folded. */
  more?: boolean
}

export interface Table {
  add: string
  one: string // what a row is called
  columns: Field[]
  blank: Record<string, unknown>
}

export interface Section {
  id: string
  title: string
  about?: string
  fields: Field[]
}

const yes: readonly Choice[] = [
  [false, 'No, or not said'],
  [true, 'Yes'],
]

const name = (example: string): Section => ({
  id: 'plate',
  title: 'What it is',
  fields: [
    { path: 'name', label: 'Name', kind: 'text', hint: example },
    { path: 'about', label: 'In a sentence', kind: 'text', wide: true },
  ],
})

const choices: Table = {
  add: 'Add an answer',
  one: 'answer',
  columns: [
    { path: 'value', label: 'Shows', kind: 'text' },
    { path: 'means', label: 'Means', kind: 'choice', words: 'means' },
    { path: 'text', label: 'In words', kind: 'text' },
  ],
  blank: { value: '', means: '', text: '' },
}

const maker = (motor: string, cable: boolean): Section => ({
  id: 'maker',
  title: 'Its maker’s table',
  about:
    'Wire, fuse and clearances as its leaflet wants them. Where it wants more than the plan, the leaflet goes first.',
  fields: [
    { path: 'maker.breaker_amps', label: 'Breaker ahead, at most', kind: 'number', unit: 'A' },
    { path: 'maker.fuse_amps', label: 'Fuse ahead, at most', kind: 'number', unit: 'A' },
    { path: 'maker.fuse_kind', label: 'Fuse of the kind', kind: 'text', hint: 'slow, for cables' },
    { path: 'maker.line_wire', label: 'Line wire, at least', kind: 'text', hint: '2.5 mm²' },
    { path: 'maker.motor_wire', label: `${motor}, at least`, kind: 'text', hint: '1.5 mm²' },
    ...(cable
      ? [{ path: 'maker.motor_cable_m', label: 'Motor cable, at most', kind: 'number', unit: 'm' } as const]
      : []),
    { path: 'maker.side_mm', label: 'Free at its sides', kind: 'number', unit: 'mm' },
    { path: 'maker.front_mm', label: 'Free in front', kind: 'number', unit: 'mm' },
  ],
})

/** What it shows where it gives up. */
const trips = (about: string): Section => ({
  id: 'trips',
  title: 'Trips',
  about,
  fields: [
    {
      path: 'trips',
      label: 'Trips',
      kind: 'rows',
      rows: {
        add: 'Add a trip',
        one: 'trip',
        columns: [
          { path: 'code', label: 'Shows', kind: 'text' },
          { path: 'kind', label: 'Is', kind: 'choice', words: 'trips' },
          { path: 'text', label: 'Called', kind: 'text' },
        ],
        blank: { code: '', kind: '' },
      },
    },
  ],
})

const driveSections: Section[] = [
  name('Drive off the shelf'),
  {
    id: 'input',
    title: 'Input and output',
    about: 'As they stand on its plate.',
    fields: [
      { path: 'input.volts.least', label: 'Input volts from', kind: 'number', unit: 'V' },
      { path: 'input.volts.most', label: 'to', kind: 'number', unit: 'V' },
      {
        path: 'input.phases',
        label: 'Input phases',
        kind: 'choice',
        choices: [
          [1, 'One'],
          [3, 'Three'],
        ],
      },
      { path: 'input.amps', label: 'Rated input', kind: 'number', unit: 'A' },
      {
        path: 'input.single_phase_share',
        label: 'Left of its rating on one phase',
        kind: 'number',
        hint: '0.5 is half',
      },
      { path: 'input.never_single_phase', label: 'Its maker allows no single phase', kind: 'choice', choices: yes },
      { path: 'input.doubles', label: 'Doubles its line inside', kind: 'choice', choices: yes },
      { path: 'output.amps', label: 'Output', kind: 'number', unit: 'A' },
      { path: 'output.volts', label: 'Output at most', kind: 'number', unit: 'V' },
      { path: 'output.kw', label: 'Power', kind: 'number', unit: 'kW' },
      { path: 'output.most_hertz', label: 'Highest', kind: 'number', unit: 'Hz' },
      { path: 'output.overload', label: 'For a minute, times its amps', kind: 'number', hint: '1.5' },
    ],
  },
  {
    id: 'terminals',
    title: 'Terminals',
    about: 'The screws by the letters that stand beside them.',
    fields: [
      {
        path: 'terminals',
        label: 'Terminals',
        kind: 'rows',
        rows: {
          add: 'Add a terminal',
          one: 'terminal',
          columns: [
            { path: 'name', label: 'Stands beside it', kind: 'text' },
            { path: 'role', label: 'Is for', kind: 'choice', words: 'terminals' },
            { path: 'torque_nm', label: 'Torque', kind: 'number', unit: 'N·m' },
            { path: 'strip_mm', label: 'Strip', kind: 'number', unit: 'mm' },
            { path: 'text', label: 'Note', kind: 'text' },
          ],
          blank: { name: '', role: '' },
        },
      },
      { path: 'pot_ohm.least', label: 'Potentiometer from', kind: 'number', unit: 'Ω' },
      { path: 'pot_ohm.most', label: 'to', kind: 'number', unit: 'Ω' },
    ],
  },
  {
    id: 'codes',
    title: 'Functions and codes',
    about: 'What its leaflet calls parameters: one line for each thing that it can be told.',
    fields: [
      {
        path: 'parameters',
        label: 'Codes',
        kind: 'rows',
        rows: {
          add: 'Add a code',
          one: 'code',
          columns: [
            { path: 'code', label: 'Code', kind: 'text' },
            { path: 'function', label: 'Is', kind: 'choice', words: 'functions' },
            { path: 'name', label: 'Called', kind: 'text' },
            { path: 'least', label: 'From', kind: 'number' },
            { path: 'most', label: 'To', kind: 'number' },
            { path: 'default', label: 'Comes with', kind: 'text' },
            { path: 'unit', label: 'Unit', kind: 'text' },
            { path: 'scale', label: 'Shows times', kind: 'number', hint: '1000: W for kW', more: true },
            { path: 'decimals', label: 'Decimals', kind: 'number', more: true },
            { path: 'choices', label: 'Answers', kind: 'rows', rows: choices },
          ],
          blank: { code: '', function: '', name: '' },
        },
      },
      {
        path: 'keying',
        label: 'How one is keyed',
        kind: 'text',
        hint: '{code} and {value} stand for them',
        wide: true,
      },
    ],
  },
  {
    id: 'keys',
    title: 'Display and keys',
    fields: [
      { path: 'displays', label: 'What its display can show, one a line; the first after power-up', kind: 'lines' },
      { path: 'stop_key_always', label: 'Its stop key stops it always', kind: 'choice', choices: yes },
      { path: 'restore', label: 'How it is set back as delivered, step by step', kind: 'lines' },
    ],
  },
  {
    id: 'jumpers',
    title: 'Jumpers and trims',
    fields: [
      {
        path: 'jumpers',
        label: 'Jumpers and switches',
        kind: 'rows',
        rows: {
          add: 'Add a jumper',
          one: 'jumper',
          columns: [
            { path: 'name', label: 'Called', kind: 'text' },
            { path: 'function', label: 'Is', kind: 'choice', words: 'functions' },
            { path: 'default', label: 'Comes at', kind: 'text' },
            {
              path: 'positions',
              label: 'Places',
              kind: 'rows',
              rows: {
                add: 'Add a place',
                one: 'place',
                columns: [
                  { path: 'at', label: 'Place', kind: 'text' },
                  { path: 'means', label: 'Means', kind: 'choice', words: 'means' },
                  { path: 'number', label: 'or a figure', kind: 'number' },
                  { path: 'text', label: 'In words', kind: 'text' },
                ],
                blank: { at: '', text: '' },
              },
            },
          ],
          blank: { name: '', function: '', default: '', positions: [] },
        },
      },
      {
        path: 'trims',
        label: 'Trims',
        kind: 'rows',
        rows: {
          add: 'Add a trim',
          one: 'trim',
          columns: [
            { path: 'name', label: 'Called', kind: 'text' },
            { path: 'function', label: 'Is', kind: 'choice', words: 'functions' },
            { path: 'from', label: 'Left end', kind: 'number' },
            { path: 'to', label: 'Right end', kind: 'number' },
            { path: 'unit', label: 'Unit', kind: 'text' },
            { path: 'default', label: 'Comes at, of its travel', kind: 'number', hint: '0 to 1' },
          ],
          blank: { name: '', function: '', from: 0, to: 1, unit: '', default: 0 },
        },
      },
    ],
  },
  trips('What its display shows where it gives up. The plan says what to look at first.'),
  maker('Motor wire', true),
  {
    id: 'house',
    title: 'Heat, wait and place',
    about: 'What nobody says is taken as such drives usually have it, and the plan says so.',
    fields: [
      { path: 'wait_minutes', label: 'Wait after power-off', kind: 'number', unit: 'min' },
      { path: 'air_mm', label: 'Free above and below', kind: 'number', unit: 'mm' },
      { path: 'ambient_c', label: 'Full amps up to', kind: 'number', unit: '°C' },
      { path: 'altitude_m', label: 'Full amps up to', kind: 'number', unit: 'm' },
      { path: 'carrier_free_khz', label: 'Full amps up to a carrier of', kind: 'number', unit: 'kHz' },
      { path: 'carrier_default_khz', label: 'Comes with a carrier of', kind: 'number', unit: 'kHz' },
      { path: 'loss_share', label: 'Share of its power lost as heat', kind: 'number', hint: '0.045' },
      { path: 'power_ups_an_hour', label: 'Switchings of its feed in an hour', kind: 'number' },
      { path: 'floating_heat_sink', label: 'Its heat sink floats', kind: 'choice', choices: yes },
      { path: 'enclosure', label: 'Enclosure', kind: 'text' },
      { path: 'quirks', label: 'What one must know, one a line', kind: 'lines' },
      { path: 'sources', label: 'Where it comes from: leaflet and page, or an own measurement', kind: 'lines' },
    ],
  },
]

const controllerSections: Section[] = [
  name('Controller off the shelf'),
  {
    id: 'input',
    title: 'Input and armature',
    about: 'As they stand on its plate.',
    fields: [
      {
        path: 'way',
        label: 'How it makes DC',
        kind: 'choice',
        choices: [
          ['phase-controlled', 'Fired late (thyristors)'],
          ['full-wave', 'A bridge of diodes, volts turned by hand'],
          ['half-wave', 'One thyristor: every second half wave'],
          ['pwm', 'A chopper'],
        ],
      },
      { path: 'amps', label: 'Armature amps for good', kind: 'number', unit: 'A' },
      { path: 'form_factor', label: 'Form factor', kind: 'number', hint: '1.4' },
      { path: 'switching_khz', label: 'Chopper', kind: 'number', unit: 'kHz' },
      {
        path: 'inputs',
        label: 'Ways to feed it',
        kind: 'rows',
        rows: {
          add: 'Add a way to feed it',
          one: 'input',
          columns: [
            { path: 'least_volts', label: 'Line from', kind: 'number', unit: 'V' },
            { path: 'most_volts', label: 'to', kind: 'number', unit: 'V' },
            { path: 'armature_volts', label: 'Armature', kind: 'number', unit: 'V' },
            { path: 'field_volts', label: 'Field', kind: 'number', unit: 'V' },
            { path: 'jumper', label: 'Jumper stands at', kind: 'text' },
          ],
          blank: { least_volts: 208, most_volts: 264, armature_volts: 180 },
        },
      },
      { path: 'field_amps', label: 'Field at most', kind: 'number', unit: 'A' },
      { path: 'line_fuse_amps', label: 'Line fuse', kind: 'number', unit: 'A' },
      { path: 'armature_fuse_amps', label: 'Armature fuse', kind: 'number', unit: 'A' },
    ],
  },
  {
    id: 'terminals',
    title: 'Terminals',
    about: 'The screws by the letters that stand beside them.',
    fields: [
      {
        path: 'terminals',
        label: 'Terminals',
        kind: 'rows',
        rows: {
          add: 'Add a terminal',
          one: 'terminal',
          columns: [
            { path: 'name', label: 'Stands beside it', kind: 'text' },
            { path: 'screw', label: 'Is for', kind: 'choice', words: 'terminals' },
            { path: 'text', label: 'Note', kind: 'text' },
          ],
          blank: { name: '', screw: '' },
        },
      },
      { path: 'pot_ohm', label: 'Potentiometer', kind: 'number', unit: 'Ω' },
    ],
  },
  {
    id: 'trims',
    title: 'Trims and plug-in resistors',
    fields: [
      {
        path: 'trims',
        label: 'Trims',
        kind: 'rows',
        rows: {
          add: 'Add a trim',
          one: 'trim',
          columns: [
            { path: 'name', label: 'Called', kind: 'text' },
            { path: 'turn', label: 'Turns', kind: 'choice', words: 'turns' },
            { path: 'from', label: 'Left end', kind: 'number', hint: 'shares, or seconds' },
            { path: 'to', label: 'Right end', kind: 'number' },
            {
              path: 'taper',
              label: 'Goes',
              kind: 'choice',
              choices: [
                ['', 'Straight'],
                ['slow-start', 'Slowly at first'],
              ],
            },
          ],
          blank: { name: '', turn: '', from: 0, to: 1 },
        },
      },
      {
        path: 'plug_in_resistors',
        label: 'Plug-in resistors',
        kind: 'rows',
        rows: {
          add: 'Add a resistor',
          one: 'resistor',
          columns: [
            { path: 'marking', label: 'Marked', kind: 'text' },
            { path: 'amps', label: 'For', kind: 'number', unit: 'A' },
          ],
          blank: { marking: '' },
        },
      },
    ],
  },
  trips('What its lamp or display shows where it gives up, as its leaflet has it.'),
  maker('Armature wire', false),
  {
    id: 'house',
    title: 'What it can and where it may stand',
    fields: [
      {
        path: 'quadrants',
        label: 'It',
        kind: 'choice',
        choices: [
          [1, 'drives one way'],
          [4, 'drives and brakes, both ways'],
        ],
      },
      { path: 'isolated', label: 'Its controls are parted from the mains', kind: 'choice', choices: yes },
      { path: 'tachometer', label: 'It takes a tachometer', kind: 'choice', choices: yes },
      { path: 'braking_resistor', label: 'It switches a braking resistor', kind: 'choice', choices: yes },
      {
        path: 'reversing',
        label: 'Its maker allows turning it round by',
        kind: 'choice',
        choices: [
          ['', 'nothing, or not said'],
          ['switch', 'a switch, standing'],
          ['contactor', 'contactors'],
          ['itself', 'itself'],
        ],
      },
      { path: 'enclosure', label: 'Enclosure', kind: 'text' },
      { path: 'quirks', label: 'What one must know, one a line', kind: 'lines' },
    ],
  },
]

export const sectionsOf = (kind: Kind) => (kind === 'drive' ? driveSections : controllerSections)
