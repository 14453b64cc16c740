"""The same job in native code, for the ratio alone: Debian's python3-skimage and python3-scipy.

Reads raw RGBA, smooths the ground out, parts seed from it and from each other, measures each; prints seconds and count.
"""
import json
import sys
import time

import numpy as np
from scipy import ndimage
from skimage import feature, filters, measure, segmentation

path, width, height, least = sys.argv[1], int(sys.argv[2]), int(sys.argv[3]), int(sys.argv[4])
pixels = np.fromfile(path, dtype=np.uint8).reshape(height, width, 4)
best = None
for _ in range(3):
    began = time.perf_counter()
    grey = pixels[:, :, :3].astype(np.float32).mean(axis=2)
    coarse = ndimage.median_filter(grey[::16, ::16], 41)
    ground = ndimage.zoom(coarse, 16, order=1)[:height, :width]
    ground = np.pad(ground, ((0, height - ground.shape[0]), (0, width - ground.shape[1])), mode="edge")
    contrast = filters.gaussian(np.abs(grey - ground), 1)
    mask = ndimage.binary_fill_holes(contrast > filters.threshold_otsu(contrast))
    distance = ndimage.distance_transform_edt(mask)
    peaks = feature.peak_local_max(filters.gaussian(distance, 2), min_distance=least, labels=measure.label(mask))
    marks = np.zeros(mask.shape, dtype=np.int32)
    marks[tuple(peaks.T)] = np.arange(1, len(peaks) + 1)
    labels = segmentation.watershed(-distance, marks, mask=mask)
    sizes = [(one.area, one.feret_diameter_max, one.solidity) for one in measure.regionprops(labels)]
    took = time.perf_counter() - began
    best = took if best is None else min(best, took)
print(json.dumps({"seconds": best, "count": len(sizes)}))
