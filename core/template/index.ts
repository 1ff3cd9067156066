/** Templates of the user's own: whatever text a board's tool takes, made of a plan. Apart from the rest, since screens do without it. */
export { renderTemplate, TemplateError } from './template'
