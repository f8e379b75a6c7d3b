package machine

import "graybridge/core/circuit"

// DesignPlate is a plate row of the open design files, with every target given. RowIsStar
// says that its volts belong to whole windings in star.
type DesignPlate struct {
	ShaftKW           float64 `json:"shaft_kw" limit:">0"`
	LineVolts         float64 `json:"line_volts" limit:">0"`
	LineAmps          float64 `json:"line_amps" limit:">0"`
	PowerFactor       float64 `json:"power_factor" limit:">0"`
	RPM               float64 `json:"rpm" limit:">0"`
	FrequencyHz       float64 `json:"frequency_hz" limit:">0"`
	RowIsStar         bool    `json:"row_is_star"`
	LockedAmpsRatio   float64 `json:"locked_rotor_amps_ratio" limit:">0"`
	LockedTorqueRatio float64 `json:"locked_rotor_torque_ratio" limit:">0"`
	X1Share           float64 `json:"x1_share_of_leakage" limit:">0"`
	FrictionShare     float64 `json:"friction_share_of_output" limit:">=0"`
	IronShare         float64 `json:"iron_share_of_losses" limit:">=0"`

	Saturation *DesignCurve `json:"saturation,omitempty"` // absent: the main flux is a straight line
}

// DesignCurve is the curve of the main flux of such a plate; its rated gap volts are the
// fit's own where they are not given.
type DesignCurve struct {
	A                float64  `json:"a" limit:">0"`
	N                float64  `json:"n" limit:">0"`
	RatedGapVoltsRMS *float64 `json:"rated_gap_volts_rms,omitempty" limit:">0"`
}

// Model is the motor fitted to the row.
func (p DesignPlate) Model() (Model, error) {
	m, err := Fit(Rating{
		ShaftWatts: p.ShaftKW * 1000, LineVolts: p.LineVolts, LineAmps: p.LineAmps, PowerFactor: p.PowerFactor,
		RPM: p.RPM, FrequencyHz: p.FrequencyHz, Star: p.RowIsStar,
	}, Targets{
		LockedAmpsRatio: p.LockedAmpsRatio, LockedTorqueRatio: p.LockedTorqueRatio, X1Share: p.X1Share,
		FrictionShare: p.FrictionShare, IronShare: p.IronShare,
	})
	c := p.Saturation
	if err != nil || c == nil {
		return m, err
	}
	if !(c.A > 0 && c.A <= 1 && c.N > 1 && c.N <= circuit.Steepest) {
		return m, impossible("its saturation has a %g and n %g; a is above 0 and at most 1, n above 1 and at most %d",
			c.A, c.N, circuit.Steepest)
	}
	m = m.Bent(c.A, c.N)
	if c.RatedGapVoltsRMS != nil {
		m.Eq.Saturation.RatedGapVoltsRMS = *c.RatedGapVoltsRMS
	}
	return m, nil
}
