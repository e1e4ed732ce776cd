import 'element-plus/es/components/button/style/css';
import 'element-plus/es/components/checkbox/style/css';
import 'element-plus/es/components/checkbox-group/style/css';
import 'element-plus/es/components/collapse/style/css';
import 'element-plus/es/components/collapse-item/style/css';
import 'element-plus/es/components/dialog/style/css';
import 'element-plus/es/components/icon/style/css';
import 'element-plus/es/components/input/style/css';
import 'element-plus/es/components/input-number/style/css';
import 'element-plus/es/components/overlay/style/css';
import 'element-plus/es/components/popper/style/css';
import 'element-plus/es/components/progress/style/css';
import 'element-plus/es/components/radio/style/css';
import 'element-plus/es/components/radio-button/style/css';
import 'element-plus/es/components/radio-group/style/css';
import 'element-plus/es/components/select-v2/style/css';
import 'element-plus/es/components/slider/style/css';
import 'element-plus/es/components/tab-pane/style/css';
import 'element-plus/es/components/tabs/style/css';
import './app/theme.css';
import './ui/ui.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './app/App.vue';
import { reportCrash } from './app/crash';
import { router } from './app/routes';
import { lookForUpdates } from './app/update';

const app = createApp(App);
app.config.errorHandler = (error) => reportCrash(error);
// A part of the program that cannot be loaded or that fails is a crash too: it is shown, never swallowed.
router.onError((error) => reportCrash(error));
addEventListener('unhandledrejection', (e) => reportCrash(e.reason));
addEventListener('vite:preloadError', (e) => reportCrash((e as Event & { payload?: unknown }).payload));
app.use(createPinia()).use(router).mount('#app');

if (import.meta.env.PROD) void lookForUpdates();
