import { StrictMode, type ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { CssBaseline } from '@mui/material';
import { ThemeProvider } from '@mui/material/styles';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { WoodDefs } from './drawing/WoodDefs';
import { routes } from './routes';
import { ServicesContext } from './use-services';
import { startServices } from './services';
import { FaultView } from './shell/FaultView';
import { orThrow } from './shell/or-throw';
import { PairView } from './shell/PairView';
import { NewerBar } from './shell/StateBars';
import { watchForNewer } from './shell/updates';
import { theme } from './theme/theme';

/** Opens the program in a place of the page, at the address of the page; returns how to take it away again. */
export async function openProgram(place: HTMLElement): Promise<() => void> {
  const base = /^\/demo(\/|$)/.test(location.pathname) ? '/demo' : '';
  const root = createRoot(place);
  const frame = (inside: ReactNode): void => {
    root.render(
      <StrictMode>
        <ThemeProvider theme={theme} defaultMode="system">
          <CssBaseline />
          <WoodDefs />
          {inside}
        </ThemeProvider>
      </StrictMode>,
    );
  };
  const starting = startServices(base);
  // What a view needs of them waits; its code does not.
  const started = starting.then(orThrow);
  const router = createBrowserRouter(routes(started), { basename: base || '/' });
  // Told below, whether or not a view waits for them.
  started.catch(() => undefined);
  const services = await starting;
  if (services.ok) {
    const newer = watchForNewer(services.value);
    frame(
      <ServicesContext value={services.value}>
        <RouterProvider router={router} />
        <NewerBar newer={newer} />
      </ServicesContext>,
    );
    return () => root.unmount();
  }
  router.dispose();
  if (services.error.kind === 'unknown-device') {
    frame(<PairView base={base} onLetIn={() => location.reload()} />);
  } else {
    frame(<FaultView fault={services.error} onRetry={() => location.reload()} />);
  }
  return () => root.unmount();
}
