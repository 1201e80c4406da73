"""From a part and its pieces to numbers with spread: evaluation, batches, uncertainty, sensitivity."""
