import { createBrowserRouter } from 'react-router'
import { placesInOrder } from './screens/places.ts'
import { NotFound, RouteProblem } from './screens/Problem.tsx'
import { Waiting } from './ui/Waiting.tsx'

/** The addresses of the app: the places, and the Bench of each part. Every screen loads when one first goes there. */
export const router = createBrowserRouter([
  {
    ErrorBoundary: RouteProblem,
    HydrateFallback: () => <Waiting what="this place" />,
    children: [
      ...placesInOrder().map(([, { path, load }]) => ({
        path,
        lazy: async () => ({ Component: await load() }),
      })),
      {
        path: '/parts/:id',
        lazy: async () => ({
          Component: (await import('./screens/bench/BenchScreen.tsx')).BenchScreen,
          ErrorBoundary: (await import('./screens/PartProblem.tsx')).PartProblem,
        }),
      },
      {
        path: '/orders/:id',
        lazy: async () => ({ Component: (await import('./screens/orders/OrderScreen.tsx')).OrderScreen }),
      },
      {
        path: '/orders/:id/labels',
        lazy: async () => ({ Component: (await import('./screens/orders/LabelsScreen.tsx')).LabelsScreen }),
      },
      { path: '*', element: <NotFound /> },
    ],
  },
])
