// Before the first paint, so that the chair's dark screen never flashes white.
document.documentElement.dataset.theme = localStorage.getItem('theme') ?? 'desk';
