import '@fontsource/barlow-semi-condensed/latin-400.css'
import '@fontsource/barlow-semi-condensed/latin-500.css'
import '@fontsource/barlow-semi-condensed/latin-600.css'
import '@fontsource/ibm-plex-mono/latin-400.css'
import '@fontsource/ibm-plex-mono/latin-500.css'
import './app.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { Toaster } from 'sonner'
import { router } from './routes.tsx'
import { applyTheme, storedTheme } from './ui/theme.ts'

applyTheme(storedTheme())
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5_000 } } })

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Toaster
        position="bottom-center"
        toastOptions={{
          classNames: {
            toast: '!bg-neutral !text-neutral-content !border-none !font-sans !rounded-box',
            description: '!text-neutral-content',
          },
        }}
      />
    </QueryClientProvider>
  </StrictMode>,
)
