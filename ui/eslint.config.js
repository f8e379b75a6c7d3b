import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/**
 * The rooms of src, each floor on the one before. A room takes from lower floors only,
 * and rooms of one floor know nothing of each other: no circles.
 */
const floors = [
  ['api'], // the server
  ['desk'], // what every room shares of the window: head line, keys, live changes, other windows
  ['outbox'], // what waits on this device to be sent
  ['drawing'],
  ['glossary'], // words that can be touched, wherever they stand
  ['job'], // one job open for work
  ['parts'], // fields, charts, lists
  ['stores', 'profiles'], // the drawers, and parts out of them; the workshop's own drives and controllers
  ['makeup', 'fit'], // the box made up; a motor in another's place: on every plate
  [
    'supply',
    'protection',
    'capacitor',
    'rotary',
    'drive',
    'dc',
    'leads',
    'plate',
    'load',
    'bringup',
    'logbook',
    'engine',
    'reference',
    'yard',
    'people',
    'weigh',
  ],
  ['span', 'review'], // the screen of a job: every bay; the page for a licensed person
  ['app'], // the shell
]
const arrows = floors.flatMap((floor, n) =>
  floor.map((room) => {
    const barred = [...floors.slice(n + 1).flat(), ...floor.filter((r) => r !== room)]
    return {
      files: [`src/${room}/**/*.{ts,vue}`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: barred.map((r) => ({
              group: [`../${r}/*`, `../../${r}/*`],
              message: `${room} stands below ${r}`,
            })),
          },
        ],
      },
    }
  }),
)

export default ts.config(
  { ignores: ['dist', 'public', 'src/components.d.ts', 'src/api/generated/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  { rules: { 'vue/multi-word-component-names': 'off', 'no-undef': 'off', 'max-lines': ['error', 450] } },
  ...arrows.filter((a) => a.rules['no-restricted-imports'][1].patterns.length),
  prettier,
)
