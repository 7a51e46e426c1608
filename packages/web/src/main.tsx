import '@fontsource-variable/bitter/wght.css';
import '@fontsource/fira-sans/latin-400.css';
import '@fontsource/fira-sans/latin-500.css';
import '@fontsource/fira-sans/latin-600.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { CssBaseline } from '@mui/material';
import { ThemeProvider } from '@mui/material/styles';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { WoodDefs } from './drawing/WoodDefs';
import { routes } from './routes';
import { ServicesContext, startServices } from './services';
import { FaultView } from './shell/FaultView';
import { PairView } from './shell/PairView';
import { NewerBar } from './shell/StateBars';
import { watchForNewer } from './shell/updates';
import { theme } from './theme/theme';

const base = /^\/demo(\/|$)/.test(location.pathname) ? '/demo' : '';
const place = document.getElementById('root');
if (!place) throw new Error('the page has no place called root');

const root = createRoot(place);
const frame = (inside: React.ReactNode): void => {
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

const services = await startServices(base);
if (services.ok) {
  const newer = watchForNewer(services.value);
  const router = createBrowserRouter(routes(services.value), { basename: base || '/' });
  frame(
    <ServicesContext value={services.value}>
      <RouterProvider router={router} />
      <NewerBar newer={newer} />
    </ServicesContext>,
  );
} else if (services.error.kind === 'unknown-device') {
  frame(<PairView base={base} onLetIn={() => location.reload()} />);
} else {
  const retry = (): void => location.reload();
  frame(<FaultView fault={services.error} onRetry={retry} />);
}
