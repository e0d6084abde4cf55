import type { Deps } from '../services/commands.ts';
export const DEMO_SIGN_IN = { name: 'demo', password: 'grain-by-grain' } as const;
export async function seedDemo(_deps: Deps): Promise<void> {}
