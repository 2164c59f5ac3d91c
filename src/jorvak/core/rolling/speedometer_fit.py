"""The factor between speedometer and satellite, from a drive."""

import math

import numpy as np
from numpy.typing import NDArray
from pydantic import Field
from scipy.stats import t as student

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Refused
