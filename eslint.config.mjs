import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt(
  {
    rules: {
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: { 'no-console': 'error', 'no-restricted-globals': ['error', 'window', 'document', 'Date', 'performance'] },
  },
  { ignores: ['.output/**', '.nuxt/**', '.cache/**', 'data/**'] },
)
