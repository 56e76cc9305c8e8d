import { QUESTIONS } from '$lib/report/questions';

/** The questions that are tables have one screen. */
export const match = (name: string) => QUESTIONS.some((q) => q.name === name);
