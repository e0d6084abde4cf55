import { AlarmsProvider } from '../alarms/AlarmsContext.tsx';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { Toaster } from 'sonner';
import { PlanScreen } from '../features/plan/PlanScreen.tsx';
import { Button } from '../ui/parts.tsx';
import { useSession } from '../data/reads.ts';
import { TOAST_LAYER } from '../data/toasts.ts';
import { Mended } from './Mended.tsx';
import { Shell } from './Shell.tsx';
import { WorkshopProvider } from '../data/workshop.tsx';

const Welcome = lazy(async () => ({ default: (await import('../features/welcome/Welcome.tsx')).Welcome }));
const NewPasswordScreen = lazy(async () => ({
  default: (await import('../features/welcome/NewPasswordScreen.tsx')).NewPasswordScreen,
}));
const TodayScreen = lazy(async () => ({ default: (await import('../features/today/TodayScreen.tsx')).TodayScreen }));
const NewPieceScreen = lazy(async () => ({
  default: (await import('../features/new-piece/NewPieceScreen.tsx')).NewPieceScreen,
}));
const EditPieceScreen = lazy(async () => ({
  default: (await import('../features/new-piece/EditPieceScreen.tsx')).EditPieceScreen,
}));
const PiecesScreen = lazy(async () => ({
  default: (await import('../features/pieces/PiecesScreen.tsx')).PiecesScreen,
}));
const PieceScreen = lazy(async () => ({ default: (await import('../features/piece/PieceScreen.tsx')).PieceScreen }));
const RouteEditorScreen = lazy(async () => ({
  default: (await import('../features/route-editor/RouteEditorScreen.tsx')).RouteEditorScreen,
}));
const ArrivalScreen = lazy(async () => ({
  default: (await import('../features/arrival/ArrivalScreen.tsx')).ArrivalScreen,
}));
const ShelfScreen = lazy(async () => ({ default: (await import('../features/shelf/ShelfScreen.tsx')).ShelfScreen }));
const HouseScreen = lazy(async () => ({ default: (await import('../features/house/HouseScreen.tsx')).HouseScreen }));
const FindScreen = lazy(async () => ({ default: (await import('../features/sums/FindScreen.tsx')).FindScreen }));
const SumsScreen = lazy(async () => ({ default: (await import('../features/sums/SumsScreen.tsx')).SumsScreen }));
const EveningScreen = lazy(async () => ({
  default: (await import('../features/evening/EveningScreen.tsx')).EveningScreen,
}));
const HistoryScreen = lazy(async () => ({
  default: (await import('../features/history/HistoryScreen.tsx')).HistoryScreen,
}));
const ShopScreen = lazy(async () => ({ default: (await import('../features/shop/ShopScreen.tsx')).ShopScreen }));

/** Who is signed in decides what is shown: the welcome, a forced new password, or the workshop. */
export function App() {
  const { data: session, error, mutate } = useSession();
  return (
    <>
      <div id={TOAST_LAYER} popover="manual">
        <Toaster
          position="bottom-right"
          offset={76}
          mobileOffset={{ bottom: 176 }}
          toastOptions={{ className: 'mokume-toast' }}
        />
      </div>
      <Mended where="app">
        <Suspense fallback={<Blank />}>
          {error && !session ? (
            <Failed error={error} retry={() => void mutate()} />
          ) : !session ? (
            <Blank />
          ) : !session.user ? (
            <Welcome demoHere={session.demoHere} />
          ) : session.user.mustChangePassword ? (
            <NewPasswordScreen />
          ) : (
            <SignedIn />
          )}
        </Suspense>
      </Mended>
    </>
  );
}

function SignedIn() {
  const { pathname } = useLocation();
  return (
    <WorkshopProvider waiting={<Blank />} failed={Failed}>
      <AlarmsProvider>
        <Shell>
          <Mended where={pathname}>
            <Suspense fallback={<Blank />}>
              <Routes>
                <Route path="/" element={<Navigate to="/plan" replace />} />
                <Route path="/today" element={<TodayScreen />} />
                <Route path="/plan" element={<PlanScreen />} />
                <Route path="/pieces" element={<PiecesScreen />} />
                <Route path="/pieces/new" element={<NewPieceScreen />} />
                <Route path="/pieces/:id" element={<PieceScreen />} />
                <Route path="/pieces/:id/edit" element={<EditPieceScreen />} />
                <Route path="/pieces/:id/route" element={<RouteEditorScreen />} />
                <Route path="/pieces/:id/arrival" element={<ArrivalScreen />} />
                <Route path="/shelf" element={<ShelfScreen />} />
                <Route path="/house" element={<HouseScreen />} />
                <Route path="/evening" element={<EveningScreen />} />
                <Route path="/history" element={<HistoryScreen />} />
                <Route path="/find" element={<FindScreen />} />
                <Route path="/shop" element={<ShopScreen />} />
                <Route path="/sums" element={<SumsScreen />} />
                <Route path="*" element={<Navigate to="/plan" replace />} />
              </Routes>
            </Suspense>
          </Mended>
        </Shell>
      </AlarmsProvider>
    </WorkshopProvider>
  );
}

/** Paper and nothing else: what comes is there within a blink, so nothing spins. */
const Blank = () => <div className="flex-1" aria-busy="true" />;

function Failed({ error, retry }: { readonly error: Error; readonly retry: () => void }) {
  return (
    <main className="mx-auto flex max-w-md flex-col gap-4 p-8">
      <h1 className="text-title font-semibold">Mokume does not answer</h1>
      <p role="alert">{error.message}</p>
      <Button kind="primary" onClick={retry}>
        Try again
      </Button>
    </main>
  );
}
