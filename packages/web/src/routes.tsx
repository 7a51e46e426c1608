import { redirect, type RouteObject } from 'react-router';
import { BladesView } from './blades/BladesView';
import { RunListView } from './runs/RunListView';
import { RunRoute, loadRun } from './runs/RunRoute';
import { RunView } from './runs/RunView';
import { SheetView } from './runs/SheetView';
import type { Services } from './services';
import { FaultRoute } from './shell/FaultView';
import { Loading } from './shell/Loading';
import { Shell } from './shell/Shell';
import { ShopView } from './shop/ShopView';
import { NewTemplateView } from './templates/NewTemplateView';
import { TemplateListView } from './templates/TemplateListView';
import { TemplateView, loadTemplate } from './templates/TemplateView';
import { WoodsView } from './woods/WoodsView';
import { orThrow } from './shell/or-throw';

/** Every address of the program. A loader that fails shows its fault in place of the view, inside the shell. */
export function routes(services: Services): RouteObject[] {
  const { api } = services;
  return [
    {
      element: <Shell />,
      errorElement: <FaultRoute />,
      hydrateFallbackElement: <Loading />,
      children: [
        {
          errorElement: <FaultRoute />,
          children: [
            { index: true, loader: () => redirect('/runs') },
            {
              path: 'runs',
              loader: async () => ({ runs: orThrow(await api.runs()), templates: orThrow(await api.templates()) }),
              element: <RunListView />,
            },
            {
              path: 'runs/:id',
              loader: ({ params }) => loadRun(services, params['id'] ?? ''),
              element: <RunRoute />,
              children: [
                { index: true, element: <RunView /> },
                { path: 'sheet', element: <SheetView /> },
              ],
            },
            { path: 'templates', loader: async () => orThrow(await api.templates()), element: <TemplateListView /> },
            { path: 'templates/new', element: <NewTemplateView /> },
            {
              path: 'templates/:id',
              loader: ({ params }) => loadTemplate(services, params['id'] ?? ''),
              element: <TemplateView />,
            },
            { path: 'blades', element: <BladesView /> },
            { path: 'woods', element: <WoodsView /> },
            { path: 'shop', element: <ShopView /> },
            { path: '*', loader: () => redirect('/runs') },
          ],
        },
      ],
    },
  ];
}
