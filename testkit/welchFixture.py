# Makes testkit/welchFixture.json: python3 testkit/welchFixture.py > testkit/welchFixture.json
import json
import numpy as np
from scipy import signal
n = np.arange(1000)
x = 0.3 * np.exp(2j * np.pi * 0.11 * n) + 0.05 * np.exp(-2j * np.pi * (0.31 * n + 0.00005 * n * n)) + 0.01 * np.cos(1.7 * n * n)
_, p = signal.welch(x, fs=1.0, window="hann", nperseg=64, noverlap=32, detrend=False, return_onesided=False, scaling="density")
print(json.dumps([float(f"{v:.12e}") for v in np.fft.fftshift(p) / 64]))
