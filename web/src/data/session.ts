import useSWR from 'swr';
import { get } from './api.ts';

export type Session = {
  readonly user: {
    readonly name: string;
    readonly role: 'owner' | 'helper';
    readonly mustChangePassword: boolean;
  } | null;
  readonly demoHere: boolean;
  readonly addressQr: string | null;
};

export const useSession = () => useSWR<Session>('/session', get);
