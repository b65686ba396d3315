import base from './vite.config';
export default {
  ...base,
  server: {
    proxy: {
      '^/api/(?!client|schema)': {
        target: 'http://127.0.0.1:5080',
        changeOrigin: true,
        headers: { origin: 'http://127.0.0.1:5080' },
      },
    },
  },
};
