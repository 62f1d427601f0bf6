import '@fontsource-variable/bricolage-grotesque/wght.css'
import '@fontsource-variable/source-sans-3/wght.css'
import '@mantine/core/styles.css'
import '@mantine/dates/styles.css'
import '@mantine/notifications/styles.css'
import './global.css'
import { i18n } from '@lingui/core'
import { I18nProvider } from '@lingui/react'
import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { Refused, Unreachable } from './api/client'
import { startWorker } from './api/offline'
import { whileUnderway } from './api/queries'
import { App } from './app'
import { loadCatalogue } from './i18n/language'
import { theme } from './theme'

const queries = new QueryClient({
  defaultOptions: {
    // Away from the network a request fails and says so, rather than waiting unseen.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      staleTime: 10_000,
      retry: (failures, error) => (error instanceof Refused ? whileUnderway(failures, error) : failures < 2),
      retryDelay: (failures, error) => (error instanceof Refused ? 1_500 : 1_000 * 2 ** failures),
      // Away from the server it is asked again by itself until it answers.
      refetchInterval: (query) => (query.state.error instanceof Unreachable ? 4_000 : false),
    },
  },
})

function show(root: HTMLElement) {
  createRoot(root).render(
    <StrictMode>
      <I18nProvider i18n={i18n}>
        <QueryClientProvider client={queries}>
          <MantineProvider theme={theme} defaultColorScheme="auto">
            <Notifications position="bottom-right" />
            <BrowserRouter>
              <App />
            </BrowserRouter>
          </MantineProvider>
        </QueryClientProvider>
      </I18nProvider>
    </StrictMode>,
  )
}

const root = document.getElementById('root')
if (root) void loadCatalogue().then(() => show(root))
if (import.meta.env.PROD) startWorker()
