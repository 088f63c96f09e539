import { createBrowserRouter, Navigate } from 'react-router';
import { JobLayout } from './JobLayout';
import { Broken, NotThere, Shell } from './Shell';

/** Pages are loaded when they are first opened. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-3">Loading…</p>,
    children: [
      { path: '/', element: <Navigate to="/jobs" replace /> },
      { path: '/jobs', lazy: async () => ({ Component: (await import('../pages/jobs/JobsPage')).JobsPage }) },
      {
        path: '/accounts',
        lazy: async () => ({ Component: (await import('../pages/accounts/AccountsPage')).AccountsPage }),
      },
      { path: '/kept', lazy: async () => ({ Component: (await import('../pages/kept/KeptPage')).KeptPage }) },
      { path: '/run/:id/:letter', lazy: async () => ({ Component: (await import('../pages/run/RunPage')).RunPage }) },
      {
        path: '/families/:name',
        lazy: async () => ({ Component: (await import('../pages/family/FamilyPage')).FamilyPage }),
      },
      { path: '/sums/:id?', lazy: async () => ({ Component: (await import('../pages/sums/SumsPage')).SumsPage }) },
      {
        path: '/shop/:list?/:item?',
        lazy: async () => ({ Component: (await import('../pages/shop/ShopPage')).ShopPage }),
      },
      {
        path: '/jobs/:id',
        element: <JobLayout />,
        children: [
          { index: true, element: <Navigate to="route" replace /> },
          { path: 'part', lazy: async () => ({ Component: (await import('../pages/part/PartPage')).PartPage }) },
          { path: 'route', lazy: async () => ({ Component: (await import('../pages/route/RoutePage')).RoutePage }) },
          {
            path: 'ledger',
            lazy: async () => ({ Component: (await import('../pages/ledger/LedgerPage')).LedgerPage }),
          },
          { path: 'run', lazy: async () => ({ Component: (await import('../pages/run/RunsPage')).RunsPage }) },
          {
            path: 'remarks',
            lazy: async () => ({ Component: (await import('../pages/remarks/RemarksPage')).RemarksPage }),
          },
          { path: 'sheet', lazy: async () => ({ Component: (await import('../pages/sheet/SheetPage')).SheetPage }) },
        ],
      },
      { path: '*', element: <NotThere /> },
    ],
  },
]);
