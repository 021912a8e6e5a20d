"""Live axles: the lateral rod, and launching straight with a propshaft's torque on the axle."""
