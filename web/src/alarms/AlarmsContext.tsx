import { createContext, type ReactNode, useContext } from 'react';
import { AlarmOverlay } from './AlarmOverlay.tsx';
import { type Alarms, useAlarms } from './useAlarms.ts';

const Context = createContext<Alarms | null>(null);

/** The alarms of this device. @throws outside of `AlarmsProvider` */
export function useOwnAlarms(): Alarms {
  const alarms = useContext(Context);
  if (!alarms) throw new Error('useOwnAlarms is used outside of AlarmsProvider');
  return alarms;
}

/** Calls out windows on whatever screen is open. */
export function AlarmsProvider({ children }: { readonly children: ReactNode }) {
  const alarms = useAlarms();
  return (
    <Context value={alarms}>
      {children}
      {alarms.call && <AlarmOverlay key={alarms.call.id} call={alarms.call} onAnswer={alarms.answer} />}
    </Context>
  );
}
