import js from '@eslint/js'
import globals from 'globals'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** A computation that reads a clock or rolls dice cannot be tested or replayed: both come in as arguments. */
const pureCore = [
  { object: 'Date', property: 'now', message: 'The core is pure: take the instant as an argument.' },
  { object: 'Math', property: 'random', message: 'The core is pure: take seeded chance as an argument.' },
]

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'docs', 'test-results', 'playwright-report'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  // Hooks live in the interface alone.
  { ...reactHooks.configs.flat['recommended-latest'], files: ['src/app/**/*.{ts,tsx}'] },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': ['error', ...pureCore],
      'no-restricted-syntax': [
        'error',
        {
          selector: 'NewExpression[callee.name="Date"]',
          message: 'The core is pure: pass epoch ms or ISO text.',
        },
      ],
    },
  },
)
