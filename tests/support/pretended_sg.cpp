// SPDX-License-Identifier: GPL-3.0-or-later
// Loaded into a reader before the C library: the node /pretended/sg0 is there, and each command that is
// really issued to it is written down, in the file that ORBITA_ISSUED names: direction and command block, 17
// bytes each.
#include <cstdarg>
#include <cstdlib>
#include <cstring>
#include <dlfcn.h>
#include <fcntl.h>
#include <scsi/sg.h>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace {

constexpr char node[] = "/pretended/sg0";
constexpr unsigned scsiGenericMajor = 21;

template <typename Function>
Function real(const char* name) {
    return reinterpret_cast<Function>(dlsym(RTLD_NEXT, name));
}

} // namespace

extern "C" int stat(const char* path, struct stat* status) noexcept {
    if (std::strcmp(path, node) != 0)
        return real<int (*)(const char*, struct stat*)>("stat")(path, status);
    *status = {};
    status->st_mode = S_IFCHR;
    status->st_rdev = makedev(scsiGenericMajor, 0);
    return 0;
}

extern "C" int open(const char* path, int flags, ...) {
    va_list more;
    va_start(more, flags);
    const auto mode = static_cast<mode_t>(va_arg(more, int));
    va_end(more);
    return real<int (*)(const char*, int, ...)>("open")(std::strcmp(path, node) == 0 ? "/dev/null" : path,
                                                        flags, mode);
}

extern "C" int ioctl(int file, unsigned long request, ...) noexcept {
    va_list more;
    va_start(more, request);
    void* argument = va_arg(more, void*);
    va_end(more);
    if (request != SG_IO)
        return real<int (*)(int, unsigned long, ...)>("ioctl")(file, request, argument);
    static const int issued = real<int (*)(const char*, int, ...)>("open")(
        std::getenv("ORBITA_ISSUED"), O_WRONLY | O_APPEND | O_CREAT, 0600);
    const auto* io = static_cast<const sg_io_hdr_t*>(argument);
    unsigned char line[17] = {};
    line[0] = static_cast<unsigned char>(-io->dxfer_direction);
    std::memcpy(line + 1, io->cmdp, io->cmd_len < 16 ? io->cmd_len : 16);
    return write(issued, line, sizeof line) == sizeof line ? 0 : -1;
}
