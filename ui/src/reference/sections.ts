/** The parts of the pocket reference, and which tables stand in each. */
export const sections: { id: string; title: string; more: string; sheets: string[] }[] = [
  { id: 'words', title: 'Words', more: 'glossary meaning what is term', sheets: [] },
  { id: 'leads', title: 'Leads', more: 'joints star delta six nine twelve three diagram connection U1 T1', sheets: [] },
  { id: 'marks', title: 'Colours and marks', more: 'wire colours names of leads', sheets: ['colours', 'namings'] },
  {
    id: 'wires',
    title: 'Wires and breakers',
    more: 'ampacity awg mm² breaker earth ground cable size',
    sheets: ['wires-metric', 'wires-north-america', 'earths'],
  },
  {
    id: 'frames',
    title: 'Frames and faces',
    more: 'frame size B3 B5 B14 C face flange spigot bolt circle shaft',
    sheets: ['frames-iec', 'faces-large', 'faces-small', 'frames-america', 'faces-america'],
  },
  { id: 'enclosure', title: 'Enclosures', more: 'IP class dust water', sheets: ['enclosures'] },
  {
    id: 'capacitors',
    title: 'Capacitors',
    more: 'run start film electrolytic stock values µF',
    sheets: ['cans', 'can-values'],
  },
  {
    id: 'meters',
    title: 'Instruments',
    more: 'multimeter clamp tester rotation indicator tachometer what it cannot show',
    sheets: ['instruments'],
  },
  { id: 'formulas', title: 'Formulas', more: 'calculate compute slip torque drop belt', sheets: [] },
]
