// Made by training/fit-motion-signs.ts; not to be edited by hand.
import type { MotionSignData } from '../motion-signs.ts';

export const MOTION_SIGN_DATA: MotionSignData = {
 "seed": "motion-signs 1",
 "players": 6000,
 "meanLnD": -1.0251,
 "meanLnClub": 3.4137,
 "faults": {
  "slow-takeaway": {
   "angles": {
    "intercept": -7.8387,
    "inFavour": 1,
    "terms": [
     {
      "feature": "back_s",
      "weight": 3.4769,
      "centre": 0.74885,
      "scale": 0.1087,
      "perLnD": -0.14177,
      "perLnClub": -0.077139
     }
    ]
   },
   "rates": {
    "intercept": -7.7503,
    "inFavour": 1,
    "terms": [
     {
      "feature": "back_s",
      "weight": 3.4188,
      "centre": 0.74899,
      "scale": 0.10751,
      "perLnD": -0.12806,
      "perLnClub": -0.063225
     }
    ]
   }
  },
  "short-turn": {
   "angles": {
    "intercept": -4.9855,
    "inFavour": 0.81951,
    "terms": [
     {
      "feature": "chest_turn",
      "weight": -1.2921,
      "centre": 95.998,
      "scale": 6.6876,
      "perLnD": -1.6142,
      "perLnClub": -1.1796
     },
     {
      "feature": "arm_turn",
      "weight": -1.2012,
      "centre": 162.67,
      "scale": 7.7502,
      "perLnD": 1.8809,
      "perLnClub": 3.1232
     },
     {
      "feature": "hips_turn",
      "weight": -1.304,
      "centre": 47.708,
      "scale": 8.153,
      "perLnD": -1.6367,
      "perLnClub": -6.5762
     },
     {
      "feature": "rev_leadArm-chest",
      "weight": 0.22481,
      "centre": 0.049828,
      "scale": 0.17774,
      "perLnD": 0.045223,
      "perLnClub": -0.038651
     },
     {
      "feature": "sep_top",
      "weight": -1.0269,
      "centre": 45.652,
      "scale": 12.127,
      "perLnD": 0.63292,
      "perLnClub": 9.4495
     },
     {
      "feature": "chest@0.7",
      "weight": -0.71908,
      "centre": 0.33739,
      "scale": 0.2369,
      "perLnD": -1.0998,
      "perLnClub": -0.7385
     }
    ]
   },
   "rates": {
    "intercept": -4.5367,
    "inFavour": 0.98522,
    "terms": [
     {
      "feature": "chest_turn",
      "weight": -1.3348,
      "centre": 96.318,
      "scale": 6.9078,
      "perLnD": 0.37315,
      "perLnClub": -0.14143
     },
     {
      "feature": "arm_turn",
      "weight": -0.95516,
      "centre": 163.19,
      "scale": 8.1674,
      "perLnD": 3.6641,
      "perLnClub": 5.0049
     },
     {
      "feature": "hips_turn",
      "weight": -1.316,
      "centre": 47.506,
      "scale": 7.2865,
      "perLnD": 2.8996,
      "perLnClub": -2.4136
     },
     {
      "feature": "rev_leadArm-chest",
      "weight": 0.11461,
      "centre": 0.043104,
      "scale": 0.18313,
      "perLnD": -0.052551,
      "perLnClub": -0.068233
     },
     {
      "feature": "sep_top",
      "weight": -1.0362,
      "centre": 46.045,
      "scale": 11.22,
      "perLnD": -5.2783,
      "perLnClub": 2.9314
     },
     {
      "feature": "chest@0.7",
      "weight": -0.7264,
      "centre": 0.33951,
      "scale": 0.24135,
      "perLnD": -1.0668,
      "perLnClub": -0.76405
     }
    ]
   }
  },
  "arms-first": {
   "angles": {
    "intercept": -1.8503,
    "inFavour": 0.71606,
    "terms": [
     {
      "feature": "rev_leadArm-chest",
      "weight": 1.9004,
      "centre": 0.0054718,
      "scale": 0.14676,
      "perLnD": 0.044583,
      "perLnClub": 0.0085127
     },
     {
      "feature": "rev_leadArm-hips",
      "weight": -0.70343,
      "centre": 0.028747,
      "scale": 0.20181,
      "perLnD": 0.039273,
      "perLnClub": -0.10831
     },
     {
      "feature": "leadArm/hips@0.8",
      "weight": 0.20706,
      "centre": 0.15559,
      "scale": 0.162,
      "perLnD": -0.53661,
      "perLnClub": -0.479
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.89982,
      "centre": 0.12537,
      "scale": 0.1289,
      "perLnD": -0.42569,
      "perLnClub": -0.44501
     },
     {
      "feature": "leadArm@0.8",
      "weight": -0.714,
      "centre": 0.07467,
      "scale": 0.071056,
      "perLnD": -0.26523,
      "perLnClub": -0.25464
     },
     {
      "feature": "leadArm@0.7",
      "weight": 0.28178,
      "centre": 0.21872,
      "scale": 0.11832,
      "perLnD": -0.64282,
      "perLnClub": -0.55767
     },
     {
      "feature": "pk_leadArm-chest",
      "weight": 0.177,
      "centre": -0.097217,
      "scale": 0.083684,
      "perLnD": 0.16242,
      "perLnClub": 0.082092
     }
    ]
   },
   "rates": {
    "intercept": -1.8033,
    "inFavour": 0.68164,
    "terms": [
     {
      "feature": "rev_leadArm-chest",
      "weight": 1.9799,
      "centre": 0.00024208,
      "scale": 0.15456,
      "perLnD": -0.031618,
      "perLnClub": -0.01736
     },
     {
      "feature": "rev_leadArm-hips",
      "weight": -0.74718,
      "centre": 0.027755,
      "scale": 0.19646,
      "perLnD": 0.0094319,
      "perLnClub": -0.11993
     },
     {
      "feature": "leadArm/hips@0.8",
      "weight": -0.026066,
      "centre": 0.15766,
      "scale": 0.16705,
      "perLnD": -0.60848,
      "perLnClub": -0.55895
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.94737,
      "centre": 0.12477,
      "scale": 0.12924,
      "perLnD": -0.48186,
      "perLnClub": -0.49618
     },
     {
      "feature": "leadArm@0.8",
      "weight": -0.56798,
      "centre": 0.074376,
      "scale": 0.070766,
      "perLnD": -0.29447,
      "perLnClub": -0.28143
     },
     {
      "feature": "leadArm@0.7",
      "weight": 0.36148,
      "centre": 0.21711,
      "scale": 0.11785,
      "perLnD": -0.66376,
      "perLnClub": -0.59592
     },
     {
      "feature": "pk_leadArm-chest",
      "weight": 0.040464,
      "centre": -0.094136,
      "scale": 0.084573,
      "perLnD": 0.18239,
      "perLnClub": 0.071723
     }
    ]
   }
  },
  "no-foot-torque": {
   "angles": {
    "intercept": -3.4791,
    "inFavour": 1,
    "terms": [
     {
      "feature": "rev_chest-hips",
      "weight": 0.68005,
      "centre": -0.080473,
      "scale": 0.15306,
      "perLnD": 0.019721,
      "perLnClub": 0.036223
     },
     {
      "feature": "hips@0.7",
      "weight": -0.8775,
      "centre": 0.56151,
      "scale": 0.25342,
      "perLnD": -0.92579,
      "perLnClub": -0.53934
     },
     {
      "feature": "hips@0.8",
      "weight": -0.94668,
      "centre": 0.33009,
      "scale": 0.24075,
      "perLnD": -1.3084,
      "perLnClub": -0.77787
     },
     {
      "feature": "hips@0.6",
      "weight": -0.84528,
      "centre": 0.70924,
      "scale": 0.21477,
      "perLnD": -0.41309,
      "perLnClub": -0.18712
     },
     {
      "feature": "sep_top",
      "weight": -0.37597,
      "centre": 47.045,
      "scale": 7.9251,
      "perLnD": 8.3864,
      "perLnClub": 10.655
     },
     {
      "feature": "stretch",
      "weight": -0.090528,
      "centre": 11.272,
      "scale": 8.5973,
      "perLnD": -4.0793,
      "perLnClub": -8.2533
     },
     {
      "feature": "chest/hips@0.8",
      "weight": 0.26586,
      "centre": 0.11968,
      "scale": 0.24969,
      "perLnD": -0.5547,
      "perLnClub": -0.32276
     },
     {
      "feature": "pk_chest-hips",
      "weight": -0.57325,
      "centre": 0.043678,
      "scale": 0.15206,
      "perLnD": -0.015453,
      "perLnClub": -0.12437
     }
    ]
   },
   "rates": {
    "intercept": -3.6698,
    "inFavour": 1,
    "terms": [
     {
      "feature": "rev_chest-hips",
      "weight": 0.86954,
      "centre": -0.071544,
      "scale": 0.15322,
      "perLnD": 0.038242,
      "perLnClub": 0.044064
     },
     {
      "feature": "hips@0.7",
      "weight": -0.92409,
      "centre": 0.5586,
      "scale": 0.2498,
      "perLnD": -0.90472,
      "perLnClub": -0.55282
     },
     {
      "feature": "hips@0.8",
      "weight": -1.2273,
      "centre": 0.32402,
      "scale": 0.23803,
      "perLnD": -1.2694,
      "perLnClub": -0.81817
     },
     {
      "feature": "hips@0.6",
      "weight": -0.70785,
      "centre": 0.70229,
      "scale": 0.21506,
      "perLnD": -0.41571,
      "perLnClub": -0.15922
     },
     {
      "feature": "sep_top",
      "weight": -0.084063,
      "centre": 46.648,
      "scale": 7.8212,
      "perLnD": 5.3261,
      "perLnClub": 7.5254
     },
     {
      "feature": "stretch",
      "weight": -0.15955,
      "centre": 10.965,
      "scale": 8.7054,
      "perLnD": -1.145,
      "perLnClub": -5.1361
     },
     {
      "feature": "chest/hips@0.8",
      "weight": 0.35991,
      "centre": 0.12255,
      "scale": 0.25375,
      "perLnD": -0.55693,
      "perLnClub": -0.35423
     },
     {
      "feature": "pk_chest-hips",
      "weight": -0.54501,
      "centre": 0.045376,
      "scale": 0.15455,
      "perLnD": 0.020214,
      "perLnClub": -0.093223
     }
    ]
   }
  },
  "no-separation": {
   "angles": {
    "intercept": -0.4153,
    "inFavour": 0.95094,
    "terms": [
     {
      "feature": "stretch",
      "weight": -0.79949,
      "centre": 11.47,
      "scale": 9.4753,
      "perLnD": -5.5935,
      "perLnClub": -7.0287
     },
     {
      "feature": "rev_chest-hips",
      "weight": -0.22305,
      "centre": -0.024833,
      "scale": 0.20101,
      "perLnD": 0.048411,
      "perLnClub": -0.047543
     },
     {
      "feature": "chest/hips@0.8",
      "weight": -0.28125,
      "centre": 0.09492,
      "scale": 0.2342,
      "perLnD": -0.34589,
      "perLnClub": -0.1605
     },
     {
      "feature": "chest@0.8",
      "weight": 0.58136,
      "centre": 0.070362,
      "scale": 0.18003,
      "perLnD": -0.26,
      "perLnClub": -0.1438
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.31623,
      "centre": 0.13857,
      "scale": 0.13808,
      "perLnD": -0.47239,
      "perLnClub": -0.49183
     },
     {
      "feature": "leadArm/hips@0.6",
      "weight": -0.39194,
      "centre": 0.95944,
      "scale": 0.43179,
      "perLnD": -1.6937,
      "perLnClub": -1.2022
     },
     {
      "feature": "sep_top",
      "weight": -0.24212,
      "centre": 43.995,
      "scale": 11.349,
      "perLnD": 8.8935,
      "perLnClub": 16.445
     },
     {
      "feature": "chest@0.7",
      "weight": 0.10554,
      "centre": 0.27862,
      "scale": 0.26274,
      "perLnD": -0.88997,
      "perLnClub": -0.50824
     }
    ]
   },
   "rates": {
    "intercept": -0.3665,
    "inFavour": 0.93124,
    "terms": [
     {
      "feature": "stretch",
      "weight": -0.61786,
      "centre": 10.941,
      "scale": 9.5379,
      "perLnD": -4.2606,
      "perLnClub": -2.4753
     },
     {
      "feature": "rev_chest-hips",
      "weight": -0.3559,
      "centre": -0.015765,
      "scale": 0.19994,
      "perLnD": 0.11697,
      "perLnClub": -0.04357
     },
     {
      "feature": "chest/hips@0.8",
      "weight": -0.073532,
      "centre": 0.098269,
      "scale": 0.23632,
      "perLnD": -0.32898,
      "perLnClub": -0.23251
     },
     {
      "feature": "chest@0.8",
      "weight": 0.40912,
      "centre": 0.072741,
      "scale": 0.17633,
      "perLnD": -0.24584,
      "perLnClub": -0.20768
     },
     {
      "feature": "leadArm/chest@0.8",
      "weight": 0.25292,
      "centre": 0.13898,
      "scale": 0.13811,
      "perLnD": -0.50269,
      "perLnClub": -0.5438
     },
     {
      "feature": "leadArm/hips@0.6",
      "weight": -0.46806,
      "centre": 0.96479,
      "scale": 0.43723,
      "perLnD": -1.6394,
      "perLnClub": -1.303
     },
     {
      "feature": "sep_top",
      "weight": -0.32096,
      "centre": 43.978,
      "scale": 11.324,
      "perLnD": 6.1297,
      "perLnClub": 12.881
     },
     {
      "feature": "chest@0.7",
      "weight": 0.25209,
      "centre": 0.28385,
      "scale": 0.25559,
      "perLnD": -0.85638,
      "perLnClub": -0.54577
     }
    ]
   }
  },
  "body-stall": {
   "angles": {
    "intercept": -3.668,
    "inFavour": 1,
    "terms": [
     {
      "feature": "strike_chest",
      "weight": -0.9808,
      "centre": 0.48914,
      "scale": 0.21797,
      "perLnD": -0.34551,
      "perLnClub": -0.091679
     },
     {
      "feature": "end_chest",
      "weight": -1.0226,
      "centre": 0.66912,
      "scale": 0.14155,
      "perLnD": -0.1654,
      "perLnClub": 0.0077989
     },
     {
      "feature": "chest@0.2",
      "weight": -0.10707,
      "centre": 0.82433,
      "scale": 0.121,
      "perLnD": -0.021663,
      "perLnClub": 0.11669
     },
     {
      "feature": "chest/hips@0.7",
      "weight": -0.97573,
      "centre": 0.43462,
      "scale": 0.39132,
      "perLnD": -1.3547,
      "perLnClub": -0.64986
     },
     {
      "feature": "strike_leadArm",
      "weight": -1.1612,
      "centre": 0.68248,
      "scale": 0.16152,
      "perLnD": -0.46914,
      "perLnClub": -0.17118
     },
     {
      "feature": "pk_club-hips",
      "weight": 2.1295,
      "centre": -0.31945,
      "scale": 0.12331,
      "perLnD": 0.11045,
      "perLnClub": -0.028112
     },
     {
      "feature": "pk_chest-hips",
      "weight": -0.0029637,
      "centre": 0.00027953,
      "scale": 0.097623,
      "perLnD": 0.031255,
      "perLnClub": -0.038207
     },
     {
      "feature": "gain_leadArm/chest",
      "weight": 0.059231,
      "centre": 1.6746,
      "scale": 0.3261,
      "perLnD": -0.011907,
      "perLnClub": -0.38792
     },
     {
      "feature": "chest@0.3",
      "weight": 0.1039,
      "centre": 0.92211,
      "scale": 0.10784,
      "perLnD": 0.014722,
      "perLnClub": 0.14543
     }
    ]
   },
   "rates": {
    "intercept": -3.7093,
    "inFavour": 1,
    "terms": [
     {
      "feature": "strike_chest",
      "weight": -1.0988,
      "centre": 0.48565,
      "scale": 0.21534,
      "perLnD": -0.31049,
      "perLnClub": -0.045682
     },
     {
      "feature": "end_chest",
      "weight": -0.84812,
      "centre": 0.67002,
      "scale": 0.14286,
      "perLnD": -0.11715,
      "perLnClub": 0.038082
     },
     {
      "feature": "chest@0.2",
      "weight": -0.63143,
      "centre": 0.82844,
      "scale": 0.12196,
      "perLnD": 0.021634,
      "perLnClub": 0.14447
     },
     {
      "feature": "chest/hips@0.7",
      "weight": -1.1124,
      "centre": 0.45223,
      "scale": 0.38724,
      "perLnD": -1.368,
      "perLnClub": -0.72641
     },
     {
      "feature": "strike_leadArm",
      "weight": -1.0272,
      "centre": 0.68364,
      "scale": 0.16129,
      "perLnD": -0.47555,
      "perLnClub": -0.13934
     },
     {
      "feature": "pk_club-hips",
      "weight": 2.167,
      "centre": -0.32448,
      "scale": 0.11876,
      "perLnD": 0.14368,
      "perLnClub": 0.0019699
     },
     {
      "feature": "pk_chest-hips",
      "weight": -0.12823,
      "centre": -0.0017539,
      "scale": 0.096834,
      "perLnD": 0.053055,
      "perLnClub": -0.028018
     },
     {
      "feature": "gain_leadArm/chest",
      "weight": -0.014668,
      "centre": 1.6685,
      "scale": 0.33638,
      "perLnD": -0.14294,
      "perLnClub": -0.38504
     },
     {
      "feature": "chest@0.3",
      "weight": 0.22355,
      "centre": 0.93101,
      "scale": 0.097977,
      "perLnD": 0.036368,
      "perLnClub": 0.16795
     }
    ]
   }
  },
  "tension": {
   "angles": {
    "intercept": -1.0815,
    "inFavour": 0.5333,
    "terms": [
     {
      "feature": "gain_club/leadArm",
      "weight": -0.85477,
      "centre": 2.0984,
      "scale": 0.20483,
      "perLnD": 0.19141,
      "perLnClub": 0.41705
     },
     {
      "feature": "end_leadArm",
      "weight": 1.383,
      "centre": 0.76686,
      "scale": 0.098876,
      "perLnD": -0.080352,
      "perLnClub": 0.18639
     },
     {
      "feature": "club@0.2",
      "weight": 0.66441,
      "centre": 0.80785,
      "scale": 0.049244,
      "perLnD": -0.27326,
      "perLnClub": -0.30075
     },
     {
      "feature": "club@0.3",
      "weight": -0.030525,
      "centre": 0.66863,
      "scale": 0.056,
      "perLnD": -0.42418,
      "perLnClub": -0.44759
     },
     {
      "feature": "w_range",
      "weight": -0.53033,
      "centre": 100.07,
      "scale": 16.332,
      "perLnD": -0.85166,
      "perLnClub": -13.59
     },
     {
      "feature": "t_open",
      "weight": -0.037144,
      "centre": 0.35869,
      "scale": 0.092385,
      "perLnD": -0.45873,
      "perLnClub": -0.40335
     },
     {
      "feature": "strike_leadArm",
      "weight": -0.35183,
      "centre": 0.63824,
      "scale": 0.18105,
      "perLnD": -0.43564,
      "perLnClub": -0.097356
     },
     {
      "feature": "end_club",
      "weight": 0.55839,
      "centre": 0.91829,
      "scale": 0.030942,
      "perLnD": -0.12724,
      "perLnClub": -0.14183
     }
    ]
   },
   "rates": {
    "intercept": -1.0279,
    "inFavour": 0.53406,
    "terms": [
     {
      "feature": "gain_club/leadArm",
      "weight": -0.39573,
      "centre": 2.0982,
      "scale": 0.20634,
      "perLnD": 0.2281,
      "perLnClub": 0.40571
     },
     {
      "feature": "end_leadArm",
      "weight": 1.1645,
      "centre": 0.76934,
      "scale": 0.099657,
      "perLnD": -0.09368,
      "perLnClub": 0.20533
     },
     {
      "feature": "club@0.2",
      "weight": 0.86869,
      "centre": 0.80899,
      "scale": 0.04744,
      "perLnD": -0.2593,
      "perLnClub": -0.2984
     },
     {
      "feature": "club@0.3",
      "weight": 0.18251,
      "centre": 0.66914,
      "scale": 0.052019,
      "perLnD": -0.40384,
      "perLnClub": -0.44201
     },
     {
      "feature": "w_range",
      "weight": -1.0361,
      "centre": 99.809,
      "scale": 17.594,
      "perLnD": 7.8747,
      "perLnClub": -6.316
     },
     {
      "feature": "t_open",
      "weight": 0.02292,
      "centre": 0.36105,
      "scale": 0.11333,
      "perLnD": -0.45287,
      "perLnClub": -0.39262
     },
     {
      "feature": "strike_leadArm",
      "weight": -0.18245,
      "centre": 0.64206,
      "scale": 0.17822,
      "perLnD": -0.4657,
      "perLnClub": -0.07204
     },
     {
      "feature": "end_club",
      "weight": 0.49119,
      "centre": 0.91967,
      "scale": 0.030027,
      "perLnD": -0.12236,
      "perLnClub": -0.13806
     }
    ]
   }
  },
  "held-off": {
   "angles": {
    "intercept": -1.0631,
    "inFavour": 0.31816,
    "terms": [
     {
      "feature": "w_range",
      "weight": -0.40444,
      "centre": 101.17,
      "scale": 15.763,
      "perLnD": -2.626,
      "perLnClub": -15.472
     },
     {
      "feature": "w_strike",
      "weight": -1.6637,
      "centre": 0.14156,
      "scale": 17.262,
      "perLnD": -29.406,
      "perLnClub": -36.683
     },
     {
      "feature": "t_open",
      "weight": 1.0563,
      "centre": 0.3587,
      "scale": 0.09738,
      "perLnD": -0.49902,
      "perLnClub": -0.44129
     },
     {
      "feature": "gain_club/leadArm",
      "weight": -0.37215,
      "centre": 2.0938,
      "scale": 0.20517,
      "perLnD": 0.23182,
      "perLnClub": 0.49157
     },
     {
      "feature": "w_delivery",
      "weight": 0.18881,
      "centre": -52.675,
      "scale": 17.948,
      "perLnD": -43.044,
      "perLnClub": -37.826
     },
     {
      "feature": "club@0.3",
      "weight": 0.49079,
      "centre": 0.67168,
      "scale": 0.055953,
      "perLnD": -0.42126,
      "perLnClub": -0.46661
     },
     {
      "feature": "end_leadArm",
      "weight": -0.084955,
      "centre": 0.77594,
      "scale": 0.10157,
      "perLnD": -0.13082,
      "perLnClub": 0.11723
     }
    ]
   },
   "rates": {
    "intercept": -1.1348,
    "inFavour": 0.36484,
    "terms": [
     {
      "feature": "w_range",
      "weight": -1.1634,
      "centre": 101.44,
      "scale": 16.909,
      "perLnD": 6.1945,
      "perLnClub": -3.8023
     },
     {
      "feature": "w_strike",
      "weight": -0.079115,
      "centre": -0.010141,
      "scale": 18.523,
      "perLnD": -26.766,
      "perLnClub": -31.328
     },
     {
      "feature": "t_open",
      "weight": 0.72399,
      "centre": 0.35861,
      "scale": 0.1137,
      "perLnD": -0.49351,
      "perLnClub": -0.42606
     },
     {
      "feature": "gain_club/leadArm",
      "weight": -0.14139,
      "centre": 2.0987,
      "scale": 0.20348,
      "perLnD": 0.29796,
      "perLnClub": 0.55143
     },
     {
      "feature": "w_delivery",
      "weight": -1.0434,
      "centre": -52.961,
      "scale": 18.37,
      "perLnD": -45.349,
      "perLnClub": -36.287
     },
     {
      "feature": "club@0.3",
      "weight": 0.7917,
      "centre": 0.67306,
      "scale": 0.05191,
      "perLnD": -0.42178,
      "perLnClub": -0.4681
     },
     {
      "feature": "end_leadArm",
      "weight": 0.46226,
      "centre": 0.77617,
      "scale": 0.10294,
      "perLnD": -0.11114,
      "perLnClub": 0.15109
     }
    ]
   }
  },
  "early-release": {
   "angles": {
    "intercept": -5.1814,
    "inFavour": 1,
    "terms": [
     {
      "feature": "w_level",
      "weight": 0.70646,
      "centre": -99.36,
      "scale": 10.877,
      "perLnD": -15.816,
      "perLnClub": -4.7148
     },
     {
      "feature": "w_delivery",
      "weight": 3.2471,
      "centre": -62.671,
      "scale": 9.974,
      "perLnD": 2.2019,
      "perLnClub": 12.691
     },
     {
      "feature": "w_min",
      "weight": -0.84205,
      "centre": -103.71,
      "scale": 10.233,
      "perLnD": -17.026,
      "perLnClub": -8.3159
     },
     {
      "feature": "t_open",
      "weight": -0.16096,
      "centre": 0.32614,
      "scale": 0.066941,
      "perLnD": -0.24784,
      "perLnClub": -0.17697
     },
     {
      "feature": "club@0.3",
      "weight": 0.25378,
      "centre": 0.67369,
      "scale": 0.058264,
      "perLnD": -0.42427,
      "perLnClub": -0.48077
     },
     {
      "feature": "club@0.5",
      "weight": -0.20642,
      "centre": 0.33105,
      "scale": 0.068594,
      "perLnD": -0.75195,
      "perLnClub": -0.68767
     },
     {
      "feature": "club@0.7",
      "weight": 0.15012,
      "centre": 0.058879,
      "scale": 0.053327,
      "perLnD": -0.30768,
      "perLnClub": -0.25712
     },
     {
      "feature": "leadArm@0.7",
      "weight": -0.90373,
      "centre": 0.26179,
      "scale": 0.1013,
      "perLnD": -0.88579,
      "perLnClub": -0.78911
     },
     {
      "feature": "arm_turn",
      "weight": -1.3172,
      "centre": 156.29,
      "scale": 13.535,
      "perLnD": 23.669,
      "perLnClub": 27.134
     },
     {
      "feature": "leadArm@0.5",
      "weight": 0.24617,
      "centre": 0.70422,
      "scale": 0.09567,
      "perLnD": -0.83625,
      "perLnClub": -0.74108
     }
    ]
   },
   "rates": {
    "intercept": -5.8861,
    "inFavour": 1,
    "terms": [
     {
      "feature": "w_level",
      "weight": -0.95666,
      "centre": -99.911,
      "scale": 12.385,
      "perLnD": -20.838,
      "perLnClub": -9.603
     },
     {
      "feature": "w_delivery",
      "weight": 4.1644,
      "centre": -63.207,
      "scale": 10.285,
      "perLnD": 0.07648,
      "perLnClub": 11.059
     },
     {
      "feature": "w_min",
      "weight": -0.54015,
      "centre": -103.91,
      "scale": 11.512,
      "perLnD": -23.359,
      "perLnClub": -14.36
     },
     {
      "feature": "t_open",
      "weight": -0.61509,
      "centre": 0.32978,
      "scale": 0.10093,
      "perLnD": -0.24131,
      "perLnClub": -0.17765
     },
     {
      "feature": "club@0.3",
      "weight": -0.25992,
      "centre": 0.67375,
      "scale": 0.054787,
      "perLnD": -0.40781,
      "perLnClub": -0.47327
     },
     {
      "feature": "club@0.5",
      "weight": -0.40809,
      "centre": 0.32974,
      "scale": 0.065334,
      "perLnD": -0.75901,
      "perLnClub": -0.70124
     },
     {
      "feature": "club@0.7",
      "weight": 0.49587,
      "centre": 0.058454,
      "scale": 0.051222,
      "perLnD": -0.29428,
      "perLnClub": -0.26891
     },
     {
      "feature": "leadArm@0.7",
      "weight": -1.2654,
      "centre": 0.26158,
      "scale": 0.098761,
      "perLnD": -0.89701,
      "perLnClub": -0.83783
     },
     {
      "feature": "arm_turn",
      "weight": -0.45003,
      "centre": 156.8,
      "scale": 13.136,
      "perLnD": 26.534,
      "perLnClub": 28.699
     },
     {
      "feature": "leadArm@0.5",
      "weight": 0.13414,
      "centre": 0.70703,
      "scale": 0.094869,
      "perLnD": -0.82977,
      "perLnClub": -0.76288
     }
    ]
   }
  }
 }
};
