package transient

// CaseAnswer is what one case gives; the keys that do not apply are left out.
type CaseAnswer struct {
	Name            string             `json:"name"`
	SupplyAmps      float64            `json:"supply_amps_rms"`
	WindingAmps     map[string]float64 `json:"winding_amps_rms"`
	CapacitorAmps   *float64           `json:"capacitor_amps_rms,omitempty"`
	CapacitorVolts  *float64           `json:"capacitor_volts_rms,omitempty"`
	SupplyWatts     float64            `json:"supply_watts"`
	TorqueMean      float64            `json:"torque_mean_nm"`
	TorqueRipple    float64            `json:"torque_ripple_pp_nm"`
	IronLossLeftOut bool               `json:"iron_loss_left_out,omitempty"`
	DeepBarHeldTo   float64            `json:"deep_bar_held_to_ratio,omitempty"`
}

// FreeAnswer is what a free case gives.
type FreeAnswer struct {
	Name            string               `json:"name"`
	RunsUp          bool                 `json:"runs_up"`
	TimeToSpeed     *TimeToSpeed         `json:"time_to_speed,omitempty"`
	BelowOnePercent *float64             `json:"below_one_percent_speed_from_s,omitempty"`
	PeakSupplyAmps  float64              `json:"peak_supply_amps"`
	PeakSupplyAtS   float64              `json:"peak_supply_amps_at_s"`
	PeakSpeed       float64              `json:"peak_speed_rad_s"`
	PeakTorque      float64              `json:"peak_torque_nm"`
	PeakCapacitor   *float64             `json:"peak_capacitor_volts,omitempty"`
	Opening         *CaseOpening         `json:"opening,omitempty"`
	Openings        []CaseOpening        `json:"openings,omitempty"` // where more than one opens
	Final           CaseFinal            `json:"final"`
	Series          map[string][]float64 `json:"series,omitempty"`
	IronLossLeftOut bool                 `json:"iron_loss_left_out,omitempty"`
	DeepBarHeldTo   float64              `json:"deep_bar_held_to_ratio,omitempty"`
}

// TimeToSpeed is when the asked share of synchronous speed was reached.
type TimeToSpeed struct {
	Share         float64 `json:"share_of_synchronous"`
	FirstCrossing float64 `json:"first_crossing_s"`
	AboveFrom     float64 `json:"above_from_then_on_s"`
}

// CaseOpening is a capacitor that was taken out.
type CaseOpening struct {
	Capacitor string  `json:"capacitor"`
	TimeS     float64 `json:"time_s"`
	VoltsLeft float64 `json:"volts_left_on_it_abs"`
	SpeedRadS float64 `json:"speed_rad_s"`
}

// CaseFinal is the mean of the last ten whole periods.
type CaseFinal struct {
	Slip           float64            `json:"slip"`
	Speed          float64            `json:"speed_rad_s"`
	SpeedRipple    float64            `json:"speed_ripple_pp_rad_s"`
	TorqueMean     float64            `json:"torque_mean_nm"`
	TorqueRipple   float64            `json:"torque_ripple_pp_nm"`
	SupplyAmps     float64            `json:"supply_amps_rms"`
	WindingAmps    map[string]float64 `json:"winding_amps_rms"`
	CapacitorVolts *float64           `json:"capacitor_volts_rms,omitempty"`
	CapacitorAmps  *float64           `json:"capacitor_amps_rms,omitempty"`
}
