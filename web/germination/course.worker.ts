import { expose } from 'comlink';
import { bootstrapCourse, type CourseIntervals } from '@mercato/core/germination/bootstrap';
import type { Course, CourseKind } from '@mercato/core/germination/timeCourse';
import { runSteps, type TellShare } from '../ui/runSteps.ts';

/** So many draws for each interval. */
const DRAWS = 2000;
/** The same counts always give the same intervals. */
const SEED = 20_261;

const courses = {
  intervals: (course: Course, kind: CourseKind | null, tell: TellShare): CourseIntervals =>
    runSteps(bootstrapCourse(course, kind, DRAWS, SEED), tell),
};
export type Courses = typeof courses;

expose(courses);
