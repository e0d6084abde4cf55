import { createContext, useContext } from 'react';

/** What to do about a part of the piece that is entered, by its path in what is sent. */
export const FaultAt = createContext<(path: string) => string | undefined>(() => undefined);

export const useFaultAt = () => useContext(FaultAt);
