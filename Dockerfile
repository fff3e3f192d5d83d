# One picture for the server and for the worker: which of them runs is said in compose.yaml.
FROM node:22-bookworm-slim
WORKDIR /shop
ENV NODE_ENV=production
COPY package.json package-lock.json ./
COPY core/package.json core/
COPY contract/package.json contract/
COPY derive/package.json derive/
COPY server/package.json server/
COPY web/package.json web/
COPY demo/package.json demo/
COPY e2e/package.json e2e/
COPY scripts/package.json scripts/
# What is built is built here, once: the processes find it there and begin at once.
RUN npm ci --include=dev --no-audit --no-fund
COPY . .
RUN node scripts/build.mjs && chown -R node:node /shop
USER node
