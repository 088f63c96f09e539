import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { startTheme } from './app/themeChoice';
import { router } from './app/router';
import './theme/theme.scss';

startTheme();
createRoot(document.getElementById('root')!).render(<StrictMode><RouterProvider router={router} /></StrictMode>);
