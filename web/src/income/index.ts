export { default as QuestionBox } from './QuestionBox.vue';
export { questionsOf } from './questions';
