// Expo's preset; in production Paper's parts are imported one by one, so that only those in use are shipped.
module.exports = (api) => {
  api.cache(true);
  return {
    presets: ["babel-preset-expo"],
    env: { production: { plugins: ["react-native-paper/babel"] } },
  };
};
