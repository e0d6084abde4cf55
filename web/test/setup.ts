import { afterEach } from 'vitest';
import '@testing-library/jest-dom/vitest';

// What one test left unsaved is not another one's draft.
afterEach(() => localStorage.clear());
