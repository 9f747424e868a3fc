# The same regression in R: lm with the weights over the rows, and the ratio of the times.
file <- commandArgs(TRUE)[1]
own <- as.numeric(readLines(paste0(file, ".seconds")))
data <- as.matrix(read.csv(file, header = FALSE))
y <- data[, 1]; w <- data[, 2]; x <- data[, -(1:2)]
seconds <- min(sapply(1:3, function(i) system.time(fit <- lm(y ~ x - 1, weights = w))["elapsed"]))
cat(sprintf("lm with weights %.3f s; all made anew, weights sought among it, %.3f s; one pass of the sums %.3f s\n", seconds, own[1], own[2]))
cat(sprintf("one pass of the sums: %.2f of lm, %.2f of one aggregate scan\n", own[2] / seconds, own[2] / own[3]))
cat(sprintf("all made anew: %.2f of one aggregate scan\n", own[1] / own[3]))
cat(sprintf("refit: %.2f\n", own[1] / seconds))
