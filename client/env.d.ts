declare module '@primeuix/themes/aura';
