-- What is swung besides the package was taken for the rod's tip alone, which let light packages
-- outfly heavy ones. It is rod and arms: 1.3 times the greatest lure the rod is rated for.
UPDATE rods SET effective_mass_g = round(1.3 * lure_max_g, 1);
