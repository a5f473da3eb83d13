export { answerProblem, type Asked, askedOf, endingAnswers, endsWith, monitoringAsked } from './declarations';
export { ANSWER, type Answer } from './fields';
