/** The views, each loaded when it is first wanted. */
export const home = () => import('./HomeView.vue');
export const frame = () => import('./ProjectFrame.vue');
export const compose = () => import('./ComposeView.vue');
export const rebrand = () => import('./RebrandView.vue');
export const workbench = () => import('./WorkbenchView.vue');
/** Try it: the mockup as somebody uses it. */
export const tryIt = () => import('./TryView.vue');
/** The screens as a flow. */
export const flow = () => import('./FlowView.vue');
export const kits = () => import('./KitsView.vue');
/** What leaves the workshop. */
export const handOver = () => import('./HandOverView.vue');
/** What people see who come by a review link. */
export const review = () => import('./ReviewView.vue');
