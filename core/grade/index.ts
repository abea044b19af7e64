export { gradeKit, rolesCovered, type Grade, type GradeLine, type Shortfall } from './grade.js';
export { gradeWhole, measureKit } from './measure.js';
