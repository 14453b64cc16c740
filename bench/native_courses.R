# Interval-censored log-logistic courses with a share that never germinates, by optim: the time spent in seconds, then
# the logarithm of each likelihood.
args <- commandArgs(trailingOnly = TRUE)
counts <- as.matrix(read.csv(args[1], header = FALSE))
times <- as.numeric(strsplit(args[2], ",")[[1]])
sown <- as.numeric(args[3])
logs <- log(times)

negative <- function(theta, found, left) {
  d <- plogis(theta[1])
  reached <- plogis((logs - theta[2]) / exp(theta[3]))
  chance <- pmax(diff(c(0, reached)), 1e-300)
  -(sum(found * log(d * chance)) + if (left > 0) left * log(1 - d * reached[length(reached)]) else 0)
}

began <- proc.time()[["elapsed"]]
best <- apply(counts, 1, function(found) {
  left <- sown - sum(found)
  middle <- times[which(cumsum(found) >= sum(found) / 2)[1]]
  start <- c(qlogis(min(0.99, sum(found) / sown)), log(middle), log(0.3))
  # Bounded by how the parameters are written; a fixed tolerance.
  -optim(start, negative, found = found, left = left, method = "BFGS", control = list(reltol = 1e-12, maxit = 500))$value
})
cat(proc.time()[["elapsed"]] - began, format(best, digits = 15), sep = "\n")
