import lingui from 'eslint-plugin-lingui'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'src/po.d.ts', '*.config.*', '**/*.cjs'] },
  ...tseslint.configs.recommendedTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
    },
  },
  {
    // Every sentence is in the catalogue; what is no sentence is named here.
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.*', 'src/testing/**', 'src/theme.ts', 'src/ui/drawing/geometry.ts', 'src/ui/drawing/InHand.tsx'],
    plugins: { lingui },
    rules: {
      'lingui/no-expression-in-message': 'off',
      'lingui/t-call-in-function': 'error',
      'lingui/no-single-variables-to-translate': 'error',
      'lingui/no-unlocalized-strings': [
        'error',
        {
          useTsTypes: true,
          ignore: [
            '^[^A-Za-z]*$',
            '^[a-z0-9_-]+$',
            '^[a-z]{2}-([A-Z]{2})?$',
            '^[A-Z]{2,3}$',
            '^[\\d /.]* ?(in|cm|mm|ml)$',
            '^(Neat Sheaf|A4|T12:00:00)$',
            '^#[0-9a-f]+$',
            '^/',
            // Lengths and prices as they are typed: the same in every language.
            '^, ml$',
            '^(mod|shift)\\+',
            'var\\(--',
            '^(text|&version)[/=]',
          ],
          ignoreNames: [
            { regex: { pattern: 'className|classNames|^[A-Z][A-Z_]+$' } },
            'style', 'styles', 'd', 'points', 'transform', 'fill', 'stroke', 'strokeDasharray', 'viewBox',
            'patternTransform', 'fontFeatureSettings', 'key', 'id', 'cookie', 'to', 'href', 'src', 'type', 'rel',
            'accept', 'path', 'base', 'width', 'height', 'w', 'h', 'mah', 'gridTemplateColumns', 'queryKey', 'what',
          ],
          ignoreFunctions: ['*.querySelector', '*.querySelectorAll', '*.closest', 'Error', 'useAutosave', '*.GET', '*.POST', '*.PUT', '*.DELETE', '*.set', '*.has', '*.startsWith', '*.replaceAll', '*.replace', '*.split', '*.join', '*.setData', '*.getData', 'said', 'linesIn', '*.test', '*.addEventListener', '*.removeEventListener', 'saver.change', 'change', 'put', 'set', 'actions.change'],
        },
      ],
    },
  },
) // prettier-ignore
