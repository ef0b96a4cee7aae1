import '@fontsource-variable/figtree'
import '@fontsource-variable/literata'
import '@fontsource/caveat/400.css'
import './styles/index.scss'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app/App'

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
)
