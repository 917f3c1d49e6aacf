import { createBrowserRouter } from 'react-router'
import { NotFound, RouteProblem } from './screens/Problem.tsx'
import { RackScreen } from './screens/rack/RackScreen.tsx'
import { Waiting } from './ui/Waiting.tsx'

/** The addresses of the app. The Bench, with all that draws and computes, loads when it is first opened. */
export const router = createBrowserRouter([
  {
    ErrorBoundary: RouteProblem,
    HydrateFallback: () => <Waiting what="the Bench" />,
    children: [
      { path: '/', element: <RackScreen bin={false} /> },
      { path: '/bin', element: <RackScreen bin /> },
      {
        path: '/profiles',
        lazy: async () => ({
          Component: (await import('./screens/profiles/ProfilesScreen.tsx')).ProfilesScreen,
        }),
      },
      {
        path: '/stock',
        lazy: async () => ({ Component: (await import('./screens/stock/StockScreen.tsx')).StockScreen }),
      },
      {
        path: '/parts/:id',
        lazy: async () => ({
          Component: (await import('./screens/bench/BenchScreen.tsx')).BenchScreen,
          ErrorBoundary: (await import('./screens/PartProblem.tsx')).PartProblem,
        }),
      },
      { path: '*', element: <NotFound /> },
    ],
  },
])
