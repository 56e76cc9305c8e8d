import type { Plugin } from 'vite';

export type Phrase = {
  start: number;
  end: number;
  text: string;
  as: 'text' | 'attribute' | 'string' | 'template';
};

export function phrases(source: string, file: string): Phrase[];
export function translated(source: string, file: string, words: Record<string, string>): string;
export function partOf(path: string): string;
export function byPart(root: string): Record<string, Record<string, string>>;
export function language(name?: string): Plugin;
