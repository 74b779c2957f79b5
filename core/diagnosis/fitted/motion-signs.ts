// Made by training/fit-motion-signs.ts; not to be edited by hand.
import type { MotionSignData } from '../motion-signs.ts';

export const MOTION_SIGN_DATA: MotionSignData = {
 "seed": "motion-signs 1",
 "players": 10000,
 "meanLnD": -1.0246,
 "meanLnClub": 3.4133,
 "faults": {
  "slow-takeaway": {
   "angles": {
    "intercept": -8.6444,
    "inFavour": 1,
    "terms": [
     {
      "feature": "back_s",
      "weight": 3.8657,
      "centre": 0.74719,
      "scale": 0.11297,
      "perLnD": -0.21022,
      "perLnClub": -0.11523
     }
    ]
   },
   "rates": {
    "intercept": -5.7694,
    "inFavour": 1,
    "terms": [
     {
      "feature": "back_s",
      "weight": 2.5882,
      "centre": 0.74755,
      "scale": 0.11013,
      "perLnD": -0.20991,
      "perLnClub": -0.12068
     }
    ]
   }
  },
  "short-turn": {
   "angles": {
    "intercept": -4.9061,
    "inFavour": 0.83109,
    "terms": [
     {
      "feature": "chest_turn",
      "weight": -1.2805,
      "centre": 95.794,
      "scale": 7.1582,
      "perLnD": -4.9344,
      "perLnClub": -2.4607
     },
     {
      "feature": "arm_turn",
      "weight": -1.3797,
      "centre": 162.83,
      "scale": 7.9496,
      "perLnD": -0.41116,
      "perLnClub": 1.1728
     },
     {
      "feature": "hips_turn",
      "weight": -1.3198,
      "centre": 47.476,
      "scale": 7.9225,
      "perLnD": -2.914,
      "perLnClub": -6.9615
     },
     {
      "feature": "rev_leadArm-chest",
      "weight": 0.24638,
      "centre": 0.043618,
      "scale": 0.17769,
      "perLnD": -0.016079,
      "perLnClub": -0.055013
     },
     {
      "feature": "sep_top",
      "weight": -0.97224,
      "centre": 45.775,
      "scale": 11.836,
      "perLnD": 1.4507,
      "perLnClub": 9.4025
     },
     {
      "feature": "chest@0.7",
      "weight": -0.54813,
      "centre": 0.34111,
      "scale": 0.22768,
      "perLnD": -1.0623,
      "perLnClub": -0.76274
     }
    ]
   },
   "rates": {
    "intercept": -5.1649,
    "inFavour": 0.75954,
    "terms": [
     {
      "feature": "chest_turn",
      "weight": -1.5109,
      "centre": 96.37,
      "scale": 6.8567,
      "perLnD": -0.88981,
      "perLnClub": -0.99183
     },
     {
      "feature": "arm_turn",
      "weight": -1.3266,
      "centre": 163.5,
      "scale": 9.0109,
      "perLnD": -3.5689,
      "perLnClub": -0.77528
     },
     {
      "feature": "hips_turn",
      "weight": -1.0612,
      "centre": 47.646,
      "scale": 7.6827,
      "perLnD": -2.5672,
      "perLnClub": -5.6134
     },
     {
      "feature": "rev_leadArm-chest",
      "weight": 0.17274,
      "centre": 0.042723,
      "scale": 0.17974,
      "perLnD": -0.040904,
      "perLnClub": -0.11016
     },
     {
      "feature": "sep_top",
      "weight": -0.86947,
      "centre": 45.864,
      "scale": 11.582,
      "perLnD": 0.10404,
      "perLnClub": 6.0453
     },
     {
      "feature": "chest@0.7",
      "weight": -0.83856,
      "centre": 0.34181,
      "scale": 0.23044,
      "perLnD": -1.0159,
      "perLnClub": -0.70851
     }
    ]
   }
  },
  "arms-first": {
   "angles": {
    "intercept": -1.9361,
    "inFavour": 0.70803,
    "terms": [
     {
      "feature": "rev_leadArm-chest",
      "weight": 2.022,
      "centre": 0.0014152,
      "scale": 0.15104,
      "perLnD": -0.0038649,
      "perLnClub": 0.0056493
     },
     {
      "feature": "rev_leadArm-hips",
      "weight": -0.82657,
      "centre": 0.02854,
      "scale": 0.20197,
      "perLnD": -0.0053642,
      "perLnClub": -0.10547
     },
     {
      "feature": "leadArm/hips@0.8",
      "weight": 0.2007,
      "centre": 0.14896,
      "scale": 0.15479,
      "perLnD": -0.57373,
      "perLnClub": -0.47205
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 1.5545,
      "centre": 0.12066,
      "scale": 0.12729,
      "perLnD": -0.46517,
      "perLnClub": -0.44192
     },
     {
      "feature": "leadArm@0.8",
      "weight": -1.4405,
      "centre": 0.072387,
      "scale": 0.070607,
      "perLnD": -0.28156,
      "perLnClub": -0.25468
     },
     {
      "feature": "leadArm@0.7",
      "weight": 0.39875,
      "centre": 0.21472,
      "scale": 0.11797,
      "perLnD": -0.65171,
      "perLnClub": -0.56511
     },
     {
      "feature": "pk_leadArm-chest",
      "weight": 0.1978,
      "centre": -0.10185,
      "scale": 0.15905,
      "perLnD": 0.13858,
      "perLnClub": 0.12053
     }
    ]
   },
   "rates": {
    "intercept": -2.0466,
    "inFavour": 0.67958,
    "terms": [
     {
      "feature": "rev_leadArm-chest",
      "weight": 1.9902,
      "centre": -0.0042418,
      "scale": 0.14927,
      "perLnD": -0.027288,
      "perLnClub": -0.040444
     },
     {
      "feature": "rev_leadArm-hips",
      "weight": -0.82899,
      "centre": 0.02095,
      "scale": 0.19692,
      "perLnD": -0.08231,
      "perLnClub": -0.15392
     },
     {
      "feature": "leadArm/hips@0.8",
      "weight": 0.14969,
      "centre": 0.14531,
      "scale": 0.1545,
      "perLnD": -0.56512,
      "perLnClub": -0.47372
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 1.6229,
      "centre": 0.11611,
      "scale": 0.11954,
      "perLnD": -0.44934,
      "perLnClub": -0.43541
     },
     {
      "feature": "leadArm@0.8",
      "weight": -1.2052,
      "centre": 0.070916,
      "scale": 0.069706,
      "perLnD": -0.2736,
      "perLnClub": -0.25517
     },
     {
      "feature": "leadArm@0.7",
      "weight": 0.092266,
      "centre": 0.21604,
      "scale": 0.11634,
      "perLnD": -0.61889,
      "perLnClub": -0.55736
     },
     {
      "feature": "pk_leadArm-chest",
      "weight": 0.11891,
      "centre": -0.098485,
      "scale": 0.075458,
      "perLnD": 0.14153,
      "perLnClub": 0.083261
     }
    ]
   }
  },
  "no-foot-torque": {
   "angles": {
    "intercept": -3.7086,
    "inFavour": 1,
    "terms": [
     {
      "feature": "rev_chest-hips",
      "weight": 0.75327,
      "centre": -0.077728,
      "scale": 0.15651,
      "perLnD": 0.016521,
      "perLnClub": 0.047683
     },
     {
      "feature": "hips@0.7",
      "weight": -0.73162,
      "centre": 0.55651,
      "scale": 0.24524,
      "perLnD": -0.88549,
      "perLnClub": -0.57407
     },
     {
      "feature": "hips@0.8",
      "weight": -1.1534,
      "centre": 0.3285,
      "scale": 0.23925,
      "perLnD": -1.185,
      "perLnClub": -0.78456
     },
     {
      "feature": "hips@0.6",
      "weight": -0.8358,
      "centre": 0.70416,
      "scale": 0.20865,
      "perLnD": -0.45582,
      "perLnClub": -0.22176
     },
     {
      "feature": "sep_top",
      "weight": -0.34407,
      "centre": 46.99,
      "scale": 8.0068,
      "perLnD": 5.2882,
      "perLnClub": 9.8517
     },
     {
      "feature": "stretch",
      "weight": -0.22275,
      "centre": 10.963,
      "scale": 8.569,
      "perLnD": -0.12886,
      "perLnClub": -7.1672
     },
     {
      "feature": "chest/hips@0.8",
      "weight": 0.36171,
      "centre": 0.12094,
      "scale": 0.22933,
      "perLnD": -0.5607,
      "perLnClub": -0.36655
     },
     {
      "feature": "pk_chest-hips",
      "weight": -1.8872,
      "centre": 0.043639,
      "scale": 0.61759,
      "perLnD": 0.0088884,
      "perLnClub": -0.16883
     }
    ]
   },
   "rates": {
    "intercept": -3.5069,
    "inFavour": 1,
    "terms": [
     {
      "feature": "rev_chest-hips",
      "weight": 0.65576,
      "centre": -0.077195,
      "scale": 0.15681,
      "perLnD": -0.010782,
      "perLnClub": 0.025873
     },
     {
      "feature": "hips@0.7",
      "weight": -0.92481,
      "centre": 0.55371,
      "scale": 0.24152,
      "perLnD": -0.86665,
      "perLnClub": -0.53709
     },
     {
      "feature": "hips@0.8",
      "weight": -0.94878,
      "centre": 0.32937,
      "scale": 0.24232,
      "perLnD": -1.118,
      "perLnClub": -0.68916
     },
     {
      "feature": "hips@0.6",
      "weight": -0.74659,
      "centre": 0.70001,
      "scale": 0.20349,
      "perLnD": -0.46975,
      "perLnClub": -0.20038
     },
     {
      "feature": "sep_top",
      "weight": -0.35865,
      "centre": 46.832,
      "scale": 8.2512,
      "perLnD": 0.73946,
      "perLnClub": 5.5016
     },
     {
      "feature": "stretch",
      "weight": -0.14888,
      "centre": 11.221,
      "scale": 8.9899,
      "perLnD": 1.4342,
      "perLnClub": -4.6008
     },
     {
      "feature": "chest/hips@0.8",
      "weight": 0.47744,
      "centre": 0.11843,
      "scale": 0.23831,
      "perLnD": -0.48339,
      "perLnClub": -0.27895
     },
     {
      "feature": "pk_chest-hips",
      "weight": -0.40846,
      "centre": 0.05216,
      "scale": 0.15416,
      "perLnD": -0.058396,
      "perLnClub": -0.15834
     }
    ]
   }
  },
  "no-separation": {
   "angles": {
    "intercept": -0.42543,
    "inFavour": 1,
    "terms": [
     {
      "feature": "stretch",
      "weight": -0.75226,
      "centre": 10.937,
      "scale": 9.4878,
      "perLnD": -0.63934,
      "perLnClub": -5.2773
     },
     {
      "feature": "rev_chest-hips",
      "weight": -0.23746,
      "centre": -0.020641,
      "scale": 0.20326,
      "perLnD": 0.0096974,
      "perLnClub": -0.053031
     },
     {
      "feature": "chest/hips@0.8",
      "weight": -0.27569,
      "centre": 0.10088,
      "scale": 0.22295,
      "perLnD": -0.44315,
      "perLnClub": -0.24172
     },
     {
      "feature": "chest@0.8",
      "weight": 0.46563,
      "centre": 0.075522,
      "scale": 0.17227,
      "perLnD": -0.33309,
      "perLnClub": -0.21669
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.26179,
      "centre": 0.13781,
      "scale": 0.13661,
      "perLnD": -0.51451,
      "perLnClub": -0.50317
     },
     {
      "feature": "leadArm/hips@0.6",
      "weight": -0.63199,
      "centre": 0.94898,
      "scale": 0.40035,
      "perLnD": -1.7527,
      "perLnClub": -1.2478
     },
     {
      "feature": "sep_top",
      "weight": -0.25627,
      "centre": 43.927,
      "scale": 11.549,
      "perLnD": 8.091,
      "perLnClub": 15.493
     },
     {
      "feature": "chest@0.7",
      "weight": 0.355,
      "centre": 0.28832,
      "scale": 0.24825,
      "perLnD": -0.92109,
      "perLnClub": -0.55986
     }
    ]
   },
   "rates": {
    "intercept": -0.46025,
    "inFavour": 0.99849,
    "terms": [
     {
      "feature": "stretch",
      "weight": -0.84364,
      "centre": 11.539,
      "scale": 9.9414,
      "perLnD": 0.59214,
      "perLnClub": -5.8765
     },
     {
      "feature": "rev_chest-hips",
      "weight": -0.20979,
      "centre": -0.027054,
      "scale": 0.20131,
      "perLnD": -0.02433,
      "perLnClub": -0.049261
     },
     {
      "feature": "chest/hips@0.8",
      "weight": -0.55912,
      "centre": 0.0976,
      "scale": 0.23234,
      "perLnD": -0.37488,
      "perLnClub": -0.15344
     },
     {
      "feature": "chest@0.8",
      "weight": 0.59521,
      "centre": 0.070854,
      "scale": 0.17723,
      "perLnD": -0.27174,
      "perLnClub": -0.13594
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.29405,
      "centre": 0.13605,
      "scale": 0.13387,
      "perLnD": -0.50166,
      "perLnClub": -0.49747
     },
     {
      "feature": "leadArm/hips@0.6",
      "weight": -0.5407,
      "centre": 0.9367,
      "scale": 0.40145,
      "perLnD": -1.6937,
      "perLnClub": -1.2306
     },
     {
      "feature": "sep_top",
      "weight": -0.30695,
      "centre": 44.063,
      "scale": 11.334,
      "perLnD": 4.9654,
      "perLnClub": 12.344
     },
     {
      "feature": "chest@0.7",
      "weight": 0.52072,
      "centre": 0.2806,
      "scale": 0.25497,
      "perLnD": -0.81291,
      "perLnClub": -0.44773
     }
    ]
   }
  },
  "body-stall": {
   "angles": {
    "intercept": -3.8226,
    "inFavour": 1,
    "terms": [
     {
      "feature": "strike_chest",
      "weight": -0.48133,
      "centre": 0.48043,
      "scale": 0.20213,
      "perLnD": -0.32943,
      "perLnClub": -0.053888
     },
     {
      "feature": "end_chest",
      "weight": -1.1522,
      "centre": 0.67277,
      "scale": 0.12887,
      "perLnD": -0.11336,
      "perLnClub": 0.032259
     },
     {
      "feature": "chest@0.2",
      "weight": -0.11512,
      "centre": 0.83597,
      "scale": 0.10803,
      "perLnD": 0.019176,
      "perLnClub": 0.11548
     },
     {
      "feature": "chest/hips@0.7",
      "weight": -0.90673,
      "centre": 0.43822,
      "scale": 0.35969,
      "perLnD": -1.3593,
      "perLnClub": -0.69835
     },
     {
      "feature": "strike_leadArm",
      "weight": -0.748,
      "centre": 0.68388,
      "scale": 0.1625,
      "perLnD": -0.45128,
      "perLnClub": -0.13563
     },
     {
      "feature": "pk_club-hips",
      "weight": 7.5803,
      "centre": -0.33456,
      "scale": 0.59057,
      "perLnD": 0.15904,
      "perLnClub": 0.031635
     },
     {
      "feature": "pk_chest-hips",
      "weight": 2.0499,
      "centre": -0.0046535,
      "scale": 0.60118,
      "perLnD": 0.082356,
      "perLnClub": -0.052934
     },
     {
      "feature": "gain_leadArm/chest",
      "weight": -0.13976,
      "centre": 1.6747,
      "scale": 0.29945,
      "perLnD": -0.11138,
      "perLnClub": -0.40468
     },
     {
      "feature": "chest@0.3",
      "weight": 0.022174,
      "centre": 0.93318,
      "scale": 0.09324,
      "perLnD": -0.038417,
      "perLnClub": 0.10427
     }
    ]
   },
   "rates": {
    "intercept": -4.3691,
    "inFavour": 1,
    "terms": [
     {
      "feature": "strike_chest",
      "weight": -0.38651,
      "centre": 0.48579,
      "scale": 0.20585,
      "perLnD": -0.29696,
      "perLnClub": -0.083427
     },
     {
      "feature": "end_chest",
      "weight": -1.2513,
      "centre": 0.6741,
      "scale": 0.13002,
      "perLnD": -0.11596,
      "perLnClub": 0.016872
     },
     {
      "feature": "chest@0.2",
      "weight": -0.12642,
      "centre": 0.83331,
      "scale": 0.11237,
      "perLnD": -0.075509,
      "perLnClub": 0.072681
     },
     {
      "feature": "chest/hips@0.7",
      "weight": -0.86502,
      "centre": 0.44556,
      "scale": 0.36831,
      "perLnD": -1.2405,
      "perLnClub": -0.60501
     },
     {
      "feature": "strike_leadArm",
      "weight": -0.85648,
      "centre": 0.69163,
      "scale": 0.16042,
      "perLnD": -0.40868,
      "perLnClub": -0.10282
     },
     {
      "feature": "pk_club-hips",
      "weight": 1.8578,
      "centre": -0.32339,
      "scale": 0.11833,
      "perLnD": 0.079711,
      "perLnClub": -0.037465
     },
     {
      "feature": "pk_chest-hips",
      "weight": 0.59276,
      "centre": 0.0016007,
      "scale": 0.095263,
      "perLnD": -0.012469,
      "perLnClub": -0.072908
     },
     {
      "feature": "gain_leadArm/chest",
      "weight": 0.093975,
      "centre": 1.6638,
      "scale": 0.29104,
      "perLnD": -0.080617,
      "perLnClub": -0.37188
     },
     {
      "feature": "chest@0.3",
      "weight": -0.12828,
      "centre": 0.93256,
      "scale": 0.10145,
      "perLnD": -0.10534,
      "perLnClub": 0.078592
     }
    ]
   }
  },
  "tension": {
   "angles": {
    "intercept": -0.99561,
    "inFavour": 0.68673,
    "terms": [
     {
      "feature": "gain_club/leadArm",
      "weight": -0.74307,
      "centre": 2.0921,
      "scale": 0.19377,
      "perLnD": 0.18155,
      "perLnClub": 0.42594
     },
     {
      "feature": "end_leadArm",
      "weight": 1.1993,
      "centre": 0.76975,
      "scale": 0.098182,
      "perLnD": -0.074911,
      "perLnClub": 0.20069
     },
     {
      "feature": "club@0.2",
      "weight": 0.41689,
      "centre": 0.80958,
      "scale": 0.049873,
      "perLnD": -0.29309,
      "perLnClub": -0.31942
     },
     {
      "feature": "club@0.3",
      "weight": 0.064012,
      "centre": 0.67047,
      "scale": 0.055039,
      "perLnD": -0.42476,
      "perLnClub": -0.45938
     },
     {
      "feature": "w_range",
      "weight": -0.62795,
      "centre": 100.29,
      "scale": 16.087,
      "perLnD": -1.9359,
      "perLnClub": -15.813
     },
     {
      "feature": "t_open",
      "weight": 0.025687,
      "centre": 0.35767,
      "scale": 0.091429,
      "perLnD": -0.44961,
      "perLnClub": -0.38834
     },
     {
      "feature": "strike_leadArm",
      "weight": -0.27451,
      "centre": 0.64451,
      "scale": 0.17846,
      "perLnD": -0.39414,
      "perLnClub": -0.055932
     },
     {
      "feature": "end_club",
      "weight": 0.66046,
      "centre": 0.91949,
      "scale": 0.030915,
      "perLnD": -0.1364,
      "perLnClub": -0.14939
     }
    ]
   },
   "rates": {
    "intercept": -1.0819,
    "inFavour": 0.59275,
    "terms": [
     {
      "feature": "gain_club/leadArm",
      "weight": -0.56531,
      "centre": 2.1055,
      "scale": 0.19429,
      "perLnD": 0.16682,
      "perLnClub": 0.43518
     },
     {
      "feature": "end_leadArm",
      "weight": 0.96583,
      "centre": 0.77342,
      "scale": 0.097386,
      "perLnD": -0.080913,
      "perLnClub": 0.19122
     },
     {
      "feature": "club@0.2",
      "weight": 0.75521,
      "centre": 0.80857,
      "scale": 0.04986,
      "perLnD": -0.31976,
      "perLnClub": -0.33312
     },
     {
      "feature": "club@0.3",
      "weight": 0.19429,
      "centre": 0.67067,
      "scale": 0.053651,
      "perLnD": -0.43328,
      "perLnClub": -0.47601
     },
     {
      "feature": "w_range",
      "weight": -0.97269,
      "centre": 100.33,
      "scale": 17.248,
      "perLnD": -0.82644,
      "perLnClub": -11.772
     },
     {
      "feature": "t_open",
      "weight": 0.010004,
      "centre": 0.36076,
      "scale": 0.10844,
      "perLnD": -0.43007,
      "perLnClub": -0.38624
     },
     {
      "feature": "strike_leadArm",
      "weight": 0.084793,
      "centre": 0.64843,
      "scale": 0.18205,
      "perLnD": -0.40393,
      "perLnClub": -0.06082
     },
     {
      "feature": "end_club",
      "weight": 0.50933,
      "centre": 0.91891,
      "scale": 0.031375,
      "perLnD": -0.15908,
      "perLnClub": -0.1576
     }
    ]
   }
  },
  "held-off": {
   "angles": {
    "intercept": -1.131,
    "inFavour": 0.28731,
    "terms": [
     {
      "feature": "w_range",
      "weight": -0.78448,
      "centre": 101.44,
      "scale": 15.474,
      "perLnD": -4.2342,
      "perLnClub": -14.032
     },
     {
      "feature": "w_strike",
      "weight": -1.0243,
      "centre": 0.92816,
      "scale": 16.927,
      "perLnD": -28.37,
      "perLnClub": -34.485
     },
     {
      "feature": "t_open",
      "weight": 1.3418,
      "centre": 0.35823,
      "scale": 0.097087,
      "perLnD": -0.49948,
      "perLnClub": -0.43702
     },
     {
      "feature": "gain_club/leadArm",
      "weight": -0.29464,
      "centre": 2.0876,
      "scale": 0.19766,
      "perLnD": 0.21109,
      "perLnClub": 0.51922
     },
     {
      "feature": "w_delivery",
      "weight": -0.49049,
      "centre": -51.812,
      "scale": 17.853,
      "perLnD": -41.745,
      "perLnClub": -36.288
     },
     {
      "feature": "club@0.3",
      "weight": 0.57688,
      "centre": 0.6721,
      "scale": 0.054383,
      "perLnD": -0.44624,
      "perLnClub": -0.47438
     },
     {
      "feature": "end_leadArm",
      "weight": -0.047459,
      "centre": 0.777,
      "scale": 0.10021,
      "perLnD": -0.11395,
      "perLnClub": 0.12518
     }
    ]
   },
   "rates": {
    "intercept": -1.0277,
    "inFavour": 0.29558,
    "terms": [
     {
      "feature": "w_range",
      "weight": -1.0376,
      "centre": 101.15,
      "scale": 17.116,
      "perLnD": -2.681,
      "perLnClub": -10.489
     },
     {
      "feature": "w_strike",
      "weight": -0.25569,
      "centre": 1.0034,
      "scale": 17.836,
      "perLnD": -28.919,
      "perLnClub": -34.52
     },
     {
      "feature": "t_open",
      "weight": 0.9495,
      "centre": 0.35883,
      "scale": 0.11101,
      "perLnD": -0.44865,
      "perLnClub": -0.409
     },
     {
      "feature": "gain_club/leadArm",
      "weight": -0.045511,
      "centre": 2.1,
      "scale": 0.19901,
      "perLnD": 0.19914,
      "perLnClub": 0.52307
     },
     {
      "feature": "w_delivery",
      "weight": -1.0287,
      "centre": -51.693,
      "scale": 17.786,
      "perLnD": -41.145,
      "perLnClub": -36.838
     },
     {
      "feature": "club@0.3",
      "weight": 0.81114,
      "centre": 0.6721,
      "scale": 0.0533,
      "perLnD": -0.45789,
      "perLnClub": -0.49392
     },
     {
      "feature": "end_leadArm",
      "weight": 0.15927,
      "centre": 0.78179,
      "scale": 0.099297,
      "perLnD": -0.094377,
      "perLnClub": 0.14803
     }
    ]
   }
  },
  "early-release": {
   "angles": {
    "intercept": -5.8831,
    "inFavour": 1,
    "terms": [
     {
      "feature": "w_level",
      "weight": 1.0659,
      "centre": -99.246,
      "scale": 9.8639,
      "perLnD": -12.187,
      "perLnClub": 1.8636
     },
     {
      "feature": "w_delivery",
      "weight": 3.1083,
      "centre": -62.189,
      "scale": 8.5665,
      "perLnD": 2.5268,
      "perLnClub": 16.507
     },
     {
      "feature": "w_min",
      "weight": -0.94172,
      "centre": -103.31,
      "scale": 9.3848,
      "perLnD": -13.446,
      "perLnClub": -3.3035
     },
     {
      "feature": "t_open",
      "weight": -0.42852,
      "centre": 0.32249,
      "scale": 0.06028,
      "perLnD": -0.24501,
      "perLnClub": -0.15719
     },
     {
      "feature": "club@0.3",
      "weight": 0.21258,
      "centre": 0.67683,
      "scale": 0.057556,
      "perLnD": -0.45727,
      "perLnClub": -0.51016
     },
     {
      "feature": "club@0.5",
      "weight": 0.044213,
      "centre": 0.32697,
      "scale": 0.066891,
      "perLnD": -0.7537,
      "perLnClub": -0.6842
     },
     {
      "feature": "club@0.7",
      "weight": 0.40041,
      "centre": 0.056218,
      "scale": 0.053053,
      "perLnD": -0.32346,
      "perLnClub": -0.25784
     },
     {
      "feature": "leadArm@0.7",
      "weight": -0.88408,
      "centre": 0.25897,
      "scale": 0.098586,
      "perLnD": -0.88379,
      "perLnClub": -0.79844
     },
     {
      "feature": "arm_turn",
      "weight": -1.7304,
      "centre": 156.59,
      "scale": 13.559,
      "perLnD": 15.285,
      "perLnClub": 22.021
     },
     {
      "feature": "leadArm@0.5",
      "weight": 0.16822,
      "centre": 0.70172,
      "scale": 0.09526,
      "perLnD": -0.89206,
      "perLnClub": -0.79569
     }
    ]
   },
   "rates": {
    "intercept": -5.8632,
    "inFavour": 1,
    "terms": [
     {
      "feature": "w_level",
      "weight": -1.2985,
      "centre": -98.89,
      "scale": 11.976,
      "perLnD": -17.419,
      "perLnClub": -5.2138
     },
     {
      "feature": "w_delivery",
      "weight": 4.1267,
      "centre": -61.892,
      "scale": 9.1371,
      "perLnD": -1.6932,
      "perLnClub": 12.533
     },
     {
      "feature": "w_min",
      "weight": -0.25202,
      "centre": -102.85,
      "scale": 11.144,
      "perLnD": -17.769,
      "perLnClub": -9.9376
     },
     {
      "feature": "t_open",
      "weight": -0.18188,
      "centre": 0.32653,
      "scale": 0.090433,
      "perLnD": -0.22894,
      "perLnClub": -0.15371
     },
     {
      "feature": "club@0.3",
      "weight": -0.72294,
      "centre": 0.67738,
      "scale": 0.055659,
      "perLnD": -0.4652,
      "perLnClub": -0.53516
     },
     {
      "feature": "club@0.5",
      "weight": -0.092548,
      "centre": 0.32988,
      "scale": 0.067591,
      "perLnD": -0.70734,
      "perLnClub": -0.66702
     },
     {
      "feature": "club@0.7",
      "weight": 0.18409,
      "centre": 0.059336,
      "scale": 0.051637,
      "perLnD": -0.29389,
      "perLnClub": -0.24598
     },
     {
      "feature": "leadArm@0.7",
      "weight": -0.79783,
      "centre": 0.25765,
      "scale": 0.10159,
      "perLnD": -0.82282,
      "perLnClub": -0.757
     },
     {
      "feature": "arm_turn",
      "weight": -0.73398,
      "centre": 157.4,
      "scale": 13.856,
      "perLnD": 13.62,
      "perLnClub": 20.431
     },
     {
      "feature": "leadArm@0.5",
      "weight": -0.041037,
      "centre": 0.70463,
      "scale": 0.092501,
      "perLnD": -0.84467,
      "perLnClub": -0.76146
     }
    ]
   }
  }
 }
};
