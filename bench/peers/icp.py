# Open3D's point-to-plane ICP on the same points: milliseconds with normals and search tree made, and the root mean square left over.
import sys
import time

import numpy
import open3d

folder = sys.argv[1]
mesh = open3d.io.read_triangle_mesh(folder + "/icp-target.ply")
points = numpy.fromfile(folder + "/icp.points", dtype=numpy.float32).reshape(-1, 3).astype(numpy.float64)
source = open3d.geometry.PointCloud(open3d.utility.Vector3dVector(points))
times, rms = [], 0.0
for _ in range(5):
    start = time.perf_counter()
    mesh.compute_vertex_normals()
    target = open3d.geometry.PointCloud(mesh.vertices)
    target.normals = mesh.vertex_normals
    result = open3d.pipelines.registration.registration_icp(
        source, target, 1.0, numpy.eye(4), open3d.pipelines.registration.TransformationEstimationPointToPlane(),
        open3d.pipelines.registration.ICPConvergenceCriteria(1e-9, 1e-9, 50))
    times.append((time.perf_counter() - start) * 1000)
    rms = result.inlier_rmse
print(f"open3d-icp {sorted(times)[2]:.2f}")
print(f"open3d-rms-um {rms * 1000:.3f}")
