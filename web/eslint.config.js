import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import jsxA11y from 'eslint-plugin-jsx-a11y'
import reactHooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'eslint.config.js'] },
  js.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked,
  reactHooks.configs.flat.recommended,
  jsxA11y.flatConfigs.recommended,
  prettier,
  {
    languageOptions: {
      globals: globals.browser,
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      // What an effect or a ref returns is called when it ends; newer browsers answer scrolling with a promise.
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'CallExpression[callee.name=/^use.*Effect$/] > ArrowFunctionExpression:first-child' +
            ':not([body.type=/^(BlockStatement|ArrowFunctionExpression)$/])',
          message: 'An effect returns its clean-up or nothing: put the deed in braces.',
        },
        {
          selector: 'JSXAttribute[name.name="ref"] ArrowFunctionExpression:not([body.type="BlockStatement"])',
          message: 'A ref returns its clean-up or nothing: put the deed in braces.',
        },
      ],
    },
  },
)
