import { redirect, type RouteObject, type ShouldRevalidateFunction } from 'react-router';
import { RunListView } from './runs/RunListView';
import type { Services } from './services';
import { fetched } from './shell/code';
import { FaultRoute } from './shell/FaultView';
import { Loading } from './shell/Loading';
import { lasting, orThrow } from './shell/or-throw';
import { Shell } from './shell/Shell';

/**
 * Every address of the program. A loader that fails shows its fault in place of the view, inside the shell. Views other
 * than the first are fetched when they are gone to: that of the address one comes to while the services start.
 */
export function routes(services: Promise<Services>): RouteObject[] {
  const views = [...runRoutes(services), ...templateRoutes(services), ...rackRoutes(services), ...shopRoutes(services)];
  return [
    {
      element: <Shell />,
      errorElement: <FaultRoute />,
      hydrateFallbackElement: <Loading />,
      children: [{ errorElement: <FaultRoute />, children: views }],
    },
    benchRoute(services),
  ];
}

/** What a page has open to be edited is not opened again where only its own choices, after the `?`, change. */
const shouldRevalidate: ShouldRevalidateFunction = ({ currentUrl, nextUrl, defaultShouldRevalidate }) =>
  defaultShouldRevalidate && currentUrl.pathname !== nextUrl.pathname;

/** Beside the saw there is nothing but the step: it stands outside of the shell. */
const benchRoute = (services: Promise<Services>): RouteObject => ({
  path: 'runs/:id/bench',
  errorElement: <FaultRoute />,
  hydrateFallbackElement: <Loading />,
  lazy: async () => {
    const { RunRoute, loadRun } = await fetched(() => import('./runs/RunRoute'));
    return { Component: RunRoute, loader: async ({ params }) => loadRun(await services, params['id'] ?? '') };
  },
  children: [
    { index: true, lazy: async () => ({ Component: (await fetched(() => import('./bench/BenchView'))).BenchView }) },
  ],
});

const runRoutes = (services: Promise<Services>): RouteObject[] => [
  { index: true, loader: () => redirect('/runs') },
  {
    path: 'runs',
    loader: lasting(async () => {
      const { api } = await services;
      const [runs, templates] = await Promise.all([api.runs(), api.templates()]);
      return { runs: orThrow(runs), templates: orThrow(templates) };
    }),
    element: <RunListView />,
  },
  {
    path: 'runs/:id',
    lazy: async () => {
      const { RunRoute, loadRun } = await fetched(() => import('./runs/RunRoute'));
      return { Component: RunRoute, loader: async ({ params }) => loadRun(await services, params['id'] ?? '') };
    },
    children: [
      { index: true, lazy: async () => ({ Component: (await fetched(() => import('./runs/RunView'))).RunView }) },
      {
        path: 'record',
        lazy: async () => ({ Component: (await fetched(() => import('./record/RecordView'))).RecordView }),
      },
      { path: 'sheet', lazy: async () => ({ Component: (await fetched(() => import('./runs/SheetView'))).SheetView }) },
      {
        path: 'patterns',
        lazy: async () => ({ Component: (await fetched(() => import('./patterns/PatternRoutes'))).RunPatternsView }),
      },
      {
        path: 'wood',
        lazy: async () => {
          const [{ RunWoodView }, { loadRunWood }] = await fetched(() =>
            Promise.all([import('./wood/RunWoodView'), import('./runs/loaded-wood')]),
          );
          return { Component: RunWoodView, loader: async () => loadRunWood(await services) };
        },
      },
    ],
  },
];

const templateRoutes = (services: Promise<Services>): RouteObject[] => [
  {
    path: 'templates',
    lazy: async () => {
      const { TemplateListView } = await fetched(() => import('./templates/TemplateListView'));
      return {
        Component: TemplateListView,
        loader: lasting(async () => orThrow(await (await services).api.templates())),
      };
    },
  },
  {
    path: 'templates/new',
    shouldRevalidate,
    lazy: async () => {
      const { NewTemplateView, loadNewDesk } = await fetched(() => import('./templates/DeskRoutes'));
      return { Component: NewTemplateView, loader: async () => loadNewDesk(await services) };
    },
  },
  {
    path: 'templates/:id/drawings/:drawing',
    shouldRevalidate,
    lazy: async () => {
      const { TemplateDrawingView, loadDrawing } = await fetched(() => import('./templates/DeskRoutes'));
      return {
        Component: TemplateDrawingView,
        loader: async ({ params }) => loadDrawing(await services, params['id'] ?? '', params['drawing'] ?? ''),
      };
    },
  },
  {
    path: 'templates/:id/patterns',
    lazy: async () => {
      const { TemplatePatternsView, loadTemplatePatterns } = await fetched(() => import('./patterns/PatternRoutes'));
      return {
        Component: TemplatePatternsView,
        loader: async ({ params }) => loadTemplatePatterns(await services, params['id'] ?? ''),
      };
    },
  },
  {
    path: 'templates/:id',
    shouldRevalidate,
    lazy: async () => {
      const { TemplateView, loadTemplate } = await fetched(() => import('./templates/TemplateView'));
      return {
        Component: TemplateView,
        loader: async ({ params }) => loadTemplate(await services, params['id'] ?? ''),
      };
    },
  },
];

const rackRoutes = (services: Promise<Services>): RouteObject[] => [
  {
    path: 'shop',
    lazy: async () => {
      const { ShopView, loadShop } = await fetched(() => import('./shop/ShopView'));
      return { Component: ShopView, loader: async () => loadShop(await services) };
    },
  },
  {
    path: 'rack',
    shouldRevalidate,
    lazy: async () => {
      const [{ RackView }, { openRack }] = await fetched(() =>
        Promise.all([import('./rack/RackView'), import('./rack/rack-session')]),
      );
      return { Component: RackView, loader: async () => openRack(await services) };
    },
  },
];

const shopRoutes = (services: Promise<Services>): RouteObject[] => [
  {
    path: 'blades',
    lazy: async () => ({ Component: (await fetched(() => import('./blades/BladesView'))).BladesView }),
  },
  {
    path: 'blades/chart',
    lazy: async () => {
      const { ChartView, loadChart } = await fetched(() => import('./blades/ChartView'));
      return { Component: ChartView, loader: async () => loadChart(await services) };
    },
  },
  { path: 'woods', lazy: async () => ({ Component: (await fetched(() => import('./woods/WoodsView'))).WoodsView }) },
  { path: '*', loader: () => redirect('/runs') },
];
