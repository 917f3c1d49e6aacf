import { createBrowserRouter } from 'react-router'
import { PLACE_SCREENS } from './screens/place-screens.ts'
import { placesInOrder } from './screens/places.ts'
import { NotFound, RouteProblem } from './screens/Problem.tsx'
import { Waiting } from './ui/Waiting.tsx'

/** The addresses of the app: the places, and the Bench of each part. Every screen loads when one first goes there. */
export const router = createBrowserRouter([
  {
    ErrorBoundary: RouteProblem,
    HydrateFallback: () => <Waiting what="this place" />,
    children: [
      ...placesInOrder().map(([place, { path }]) => ({
        path,
        lazy: async () => ({ Component: await PLACE_SCREENS[place]() }),
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
