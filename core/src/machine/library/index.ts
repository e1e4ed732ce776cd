import type { PartClass } from '../parts';
import { accessories } from './accessories';
import { boards } from './boards';
import { cabinet } from './cabinet';
import { cables } from './cables';
import { controllers } from './controllers';
import { drivers } from './drivers';
import type { LibraryEntry } from './entry';
import { housed } from './housings';
import { motors } from './motors';
import { pendants } from './pendants';
import { spindles } from './spindles';
import { supplies } from './supplies';
import { switches } from './switches';

export const library: readonly LibraryEntry[] = [
  ...controllers,
  ...boards,
  ...drivers,
  ...motors,
  ...supplies,
  ...switches,
  ...spindles,
  ...cabinet,
  ...accessories,
  ...pendants,
  ...cables,
].map(housed);

const byKey = new Map(library.map((e) => [e.key, e]));
export const libraryEntry = (key: string): LibraryEntry | undefined => byKey.get(key);

export const libraryOf = (...classes: PartClass[]): LibraryEntry[] =>
  library.filter((e) => classes.includes(e.data.class));
