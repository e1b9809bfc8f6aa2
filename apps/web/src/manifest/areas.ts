import { createContext, use } from 'react';
import type { Manifest } from './manifest.js';

/** The areas there are, in their order. */
export const Areas = createContext<readonly Manifest[]>([]);

export function useAreas(): readonly Manifest[] {
  return use(Areas);
}
